package upbeat.herald.server.platform.backup;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/**
 * A data folder in one file: the database as it was at one moment, and the keys without which its secrets and links are
 * worth nothing. Anybody who has it can read everything.
 */
public final class BackupArchive {
    private static final String DATABASE = "herald.db";
    /** What belongs to a data folder beside the database; a clock only to a demo's. */
    private static final List<String> BESIDE = List.of("link.key", "vault.key", "clock");

    private static final String PARTIAL = ".partial";

    private BackupArchive() {}

    /** @param bytes of the archive; {@code schema} the version of the database; {@code orders} in it */
    public record Content(long bytes, String schema, long orders) {}

    /**
     * Copies a data folder that may be in use. The copy is opened and checked before it gets its name.
     *
     * @throws BackupException where there is no database, no room, or something of that name already
     */
    public static Content create(Path data, Path archive) {
        Path database = data.resolve(DATABASE);
        if (!Files.isRegularFile(database))
            throw new BackupException(data + " has no database. Name the data folder with --data");
        if (Files.exists(archive)) throw new BackupException(archive + " is there already. Choose another name");
        Path target = archive.toAbsolutePath();
        Path copy = target.resolveSibling(target.getFileName() + PARTIAL + ".db");
        Path partial = target.resolveSibling(target.getFileName() + PARTIAL);
        try {
            Files.createDirectories(target.getParent());
            Files.deleteIfExists(copy);
            createPrivate(copy);
            copyDatabase(database, copy);
            Content content = verify(copy);
            write(data, copy, partial);
            Files.move(partial, target, StandardCopyOption.ATOMIC_MOVE);
            return new Content(Files.size(target), content.schema(), content.orders());
        } catch (SQLException | IOException e) {
            throw new BackupException("The backup couldn't be made: " + e.getMessage());
        } finally {
            delete(copy);
            delete(partial);
        }
    }

    /** One read transaction: writers go on meanwhile, and what they write isn't in the copy. */
    private static void copyDatabase(Path database, Path copy) throws SQLException {
        try (Connection source = DriverManager.getConnection("jdbc:sqlite:" + database);
                PreparedStatement into = source.prepareStatement("vacuum into ?")) {
            into.setString(1, copy.toString());
            into.execute();
        }
    }

    private static Content verify(Path database) throws SQLException {
        try (Connection db = DriverManager.getConnection("jdbc:sqlite:" + database);
                Statement ask = db.createStatement()) {
            String state = text(ask, "pragma integrity_check");
            if (!state.equals("ok")) throw new BackupException("The copy isn't sound: " + state);
            return new Content(
                    0,
                    text(
                            ask,
                            "select version from flyway_schema_history where success order by installed_rank desc limit 1"),
                    Long.parseLong(text(ask, "select count(*) from shop_order")));
        }
    }

    private static String text(Statement ask, String sql) throws SQLException {
        try (ResultSet rs = ask.executeQuery(sql)) {
            if (!rs.next()) throw new SQLException("nothing is said to " + sql);
            return rs.getString(1);
        }
    }

    private static void write(Path data, Path copy, Path partial) throws IOException {
        Files.deleteIfExists(partial);
        createPrivate(partial);
        try (OutputStream out = Files.newOutputStream(partial);
                ZipOutputStream zip = new ZipOutputStream(out)) {
            add(zip, DATABASE, copy);
            for (String name : BESIDE) {
                Path file = data.resolve(name);
                if (Files.isRegularFile(file)) add(zip, name, file);
            }
        }
        try (FileChannel written = FileChannel.open(partial, StandardOpenOption.WRITE)) {
            written.force(true);
        }
    }

    private static void add(ZipOutputStream zip, String name, Path file) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        Files.copy(file, zip);
        zip.closeEntry();
    }

    /** For the owner's eyes only, where the file system knows of such. */
    private static void createPrivate(Path file) throws IOException {
        if (file.getFileSystem().supportedFileAttributeViews().contains("posix"))
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        else Files.createFile(file);
    }

    /**
     * Makes a data folder of an archive, which is opened and checked before the folder counts.
     *
     * @param data a folder that is empty or not there
     * @throws BackupException where it holds something, or the archive is none or damaged
     */
    public static Content restore(Path archive, Path data) {
        if (!Files.isRegularFile(archive)) throw new BackupException(archive + " isn't there");
        try {
            Files.createDirectories(data);
            try (Stream<Path> there = Files.list(data)) {
                if (there.findAny().isPresent())
                    throw new BackupException(data + " isn't empty. Restore into a new folder, then start with it");
            }
            Path partial = data.resolve(DATABASE + PARTIAL);
            try {
                extract(archive, data, partial);
                if (!Files.exists(partial)) throw new BackupException(archive + " isn't a backup of Upbeat Herald");
                Content content = verify(partial);
                Files.move(partial, data.resolve(DATABASE), StandardCopyOption.ATOMIC_MOVE);
                return new Content(Files.size(archive), content.schema(), content.orders());
            } catch (BackupException | IOException | SQLException e) {
                delete(partial);
                BESIDE.forEach(name -> delete(data.resolve(name)));
                throw e;
            }
        } catch (ZipException | SQLException e) {
            throw new BackupException(archive + " is damaged: " + e.getMessage());
        } catch (FileAlreadyExistsException e) {
            throw new BackupException(data + " is a file. Choose a folder");
        } catch (IOException e) {
            throw new BackupException("The backup couldn't be put back: " + e.getMessage());
        }
    }

    /** Only what a backup has is taken out, whatever else an archive may hold. */
    private static void extract(Path archive, Path data, Path database) throws IOException {
        try (InputStream in = Files.newInputStream(archive);
                ZipInputStream zip = new ZipInputStream(in)) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                Path file = entry.getName().equals(DATABASE)
                        ? database
                        : BESIDE.contains(entry.getName()) ? data.resolve(entry.getName()) : null;
                if (file == null) continue;
                createPrivate(file);
                Files.copy(zip, file, StandardCopyOption.REPLACE_EXISTING);
            }
        }
    }

    private static void delete(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            // It is left over and does no harm; the next one of this name takes its place.
        }
    }
}
