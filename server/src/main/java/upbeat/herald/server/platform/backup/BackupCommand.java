package upbeat.herald.server.platform.backup;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;

/** {@code backup DATA ARCHIVE} and {@code restore ARCHIVE DATA}, for the command line. */
public final class BackupCommand {
    private static final String USAGE = "backup DATA ARCHIVE | restore ARCHIVE DATA";

    private BackupCommand() {}

    public static void main(String[] args) {
        try {
            System.out.println(run(args));
        } catch (BackupException e) {
            System.err.println("herald: " + e.getMessage());
            System.exit(1);
        }
    }

    /** @return what to say of it */
    static String run(String... args) {
        if (args.length != 3) throw new BackupException(USAGE);
        return switch (args[0]) {
            case "backup" -> say(BackupArchive.create(Path.of(args[1]), Path.of(args[2])), "Saved to " + args[2]);
            case "restore" -> say(BackupArchive.restore(Path.of(args[1]), Path.of(args[2])), "Restored to " + args[2]);
            default -> throw new BackupException(USAGE);
        };
    }

    private static String say(BackupArchive.Content content, String done) {
        return "%s: %,d orders, schema %s, %,d bytes. The file holds every key and secret: keep it as safe as the data."
                .formatted(done, content.orders(), content.schema(), content.bytes());
    }

    /** A name that sorts by time. */
    static String nameAt(LocalDateTime time) {
        return "herald-" + DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss").format(time) + ".zip";
    }
}
