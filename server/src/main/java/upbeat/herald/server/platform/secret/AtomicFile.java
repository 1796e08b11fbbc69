package upbeat.herald.server.platform.secret;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;

/** Writes small files so that a reader finds the old content or the new, also after a crash in between. */
public final class AtomicFile {
    private AtomicFile() {}

    /** The file is readable by its owner alone. */
    public static void write(Path file, byte[] content) throws IOException {
        Path folder = file.toAbsolutePath().getParent();
        Files.createDirectories(folder);
        Path draft = Files.createTempFile(
                folder,
                file.getFileName().toString(),
                ".tmp",
                PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        try {
            try (FileChannel out = FileChannel.open(draft, StandardOpenOption.WRITE)) {
                ByteBuffer bytes = ByteBuffer.wrap(content);
                while (bytes.hasRemaining()) out.write(bytes);
                out.force(true);
            }
            Files.move(draft, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } finally {
            Files.deleteIfExists(draft);
        }
    }
}
