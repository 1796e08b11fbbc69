package upbeat.herald.server.platform.secret;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import upbeat.herald.server.platform.random.RandomIds;

/** A key in a file of the data folder, readable by its owner alone, made at the first start. */
public final class KeyFile {
    private static final int LENGTH = 32;

    private KeyFile() {}

    /** @param loss what happens where the file is removed, for the message of a damaged one */
    public static byte[] readOrCreate(Path file, RandomIds ids, String loss) throws IOException {
        if (!Files.exists(file)) {
            AtomicFile.write(file, ids.newBytes(LENGTH));
        }
        byte[] key = Files.readAllBytes(file);
        if (key.length != LENGTH)
            throw new IllegalStateException(file + " is damaged: it holds " + key.length + " bytes instead of " + LENGTH
                    + ". Restore it from a backup, or delete it: " + loss);
        return key;
    }
}
