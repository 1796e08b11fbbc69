package upbeat.herald.standins;

import java.io.IOException;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Properties;

/**
 * Starts the stand-ins, writes how to reach them to a file, and ends with the process it was started for:
 * {@code StandinsMain SETTINGS_FILE PID}.
 */
public final class StandinsMain {
    private StandinsMain() {}

    public static void main(String[] args) throws IOException {
        SimulatedWorld world = new SimulatedWorld();
        world.start();
        world.dns
                .add("quillfeather.example", "TXT", "\"v=spf1 mx -all\"")
                .add("quillfeather.example", "MX", "10 mx.quillfeather.example.")
                .add("mx.quillfeather.example", "A", "203.0.113.25"); // TEST-NET-3, RFC 5737
        Properties settings = new Properties();
        settings.putAll(world.settings());
        Path file = Path.of(args[0]);
        Path draft = file.resolveSibling(file.getFileName() + ".new");
        try (Writer out = Files.newBufferedWriter(draft)) {
            settings.store(out, "Where the stand-ins listen; made anew at every start");
        }
        Files.move(draft, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        ProcessHandle.of(Long.parseLong(args[1])).ifPresent(p -> p.onExit().join());
        System.exit(0);
    }
}
