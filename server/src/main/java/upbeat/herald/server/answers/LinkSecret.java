package upbeat.herald.server.answers;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.springframework.stereotype.Component;
import upbeat.herald.server.Settings;
import upbeat.herald.server.time.RandomIds;

/** The key under the answer links: a file beside the database, readable by its owner alone, made at the first start. */
@Component
public class LinkSecret {
    private static final int LENGTH = 32;
    private final byte[] key;

    LinkSecret(Settings settings, RandomIds ids) throws IOException {
        Path file = settings.data().resolve("link.key");
        Files.createDirectories(settings.data());
        if (!Files.exists(file)) {
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            Files.write(file, ids.bytes(LENGTH));
        }
        key = Files.readAllBytes(file);
        if (key.length != LENGTH) throw new IllegalStateException(file + " is damaged: it holds " + key.length + " bytes instead of " + LENGTH + ". Put it back from a backup, or remove it: links sent before then lead nowhere");
    }

    public byte[] bytes() {
        return key.clone();
    }
}
