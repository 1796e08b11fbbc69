package upbeat.herald.server.platform.persistence;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.server.platform.HeraldProperties;

/**
 * The folder that holds everything, held by one process at a time. The database is readable by its owner alone: it
 * holds the customers' addresses.
 */
final class DataFolder implements AutoCloseable {
    private static final Set<PosixFilePermission> OWNER = PosixFilePermissions.fromString("rw-------");

    private final Path folder;
    private final FileChannel channel;
    private final FileLock lock;

    private DataFolder(Path folder, FileChannel channel, FileLock lock) {
        this.folder = folder;
        this.channel = channel;
        this.lock = lock;
    }

    /** @throws DataFolderException where the folder can't be used, saying what to do */
    static DataFolder open(HeraldProperties properties) {
        Path folder = properties.data().toAbsolutePath();
        if (!properties.demo() && Files.exists(folder.resolve("clock")))
            throw new DataFolderException(folder + " is a demo's folder. Choose another one with --data");
        try {
            Files.createDirectories(folder);
            FileChannel channel = FileChannel.open(
                    folder.resolve("herald.lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
            FileLock lock = tryLock(channel);
            if (lock == null) {
                channel.close();
                throw new DataFolderException("Another Upbeat Herald is running on " + folder
                        + ". Stop it first, or choose another folder with --data");
            }
            DataFolder opened = new DataFolder(folder, channel, lock);
            opened.protect();
            return opened;
        } catch (IOException e) {
            throw new DataFolderException(
                    folder
                            + " can't be written to. Make it writable for this user, or choose another folder with --data",
                    e);
        }
    }

    Path database() {
        return folder.resolve("herald.db");
    }

    private void protect() throws IOException {
        if (!Files.getFileStore(folder).supportsFileAttributeView("posix")) return;
        if (!Files.exists(database())) Files.createFile(database(), PosixFilePermissions.asFileAttribute(OWNER));
        if (!Files.isWritable(database()))
            throw new DataFolderException(
                    database() + " is read-only. Make it writable for this user, or choose another folder with --data");
        for (String name : new String[] {"herald.db", "herald.db-wal", "herald.db-shm"}) {
            Path file = folder.resolve(name);
            if (Files.exists(file)) Files.setPosixFilePermissions(file, OWNER);
        }
    }

    private static @Nullable FileLock tryLock(FileChannel channel) throws IOException {
        try {
            return channel.tryLock();
        } catch (OverlappingFileLockException e) {
            return null; // held by this very process
        }
    }

    @Override
    public void close() throws IOException {
        lock.release();
        channel.close();
    }
}
