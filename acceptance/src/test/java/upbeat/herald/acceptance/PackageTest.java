package upbeat.herald.acceptance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIf;
import org.junit.jupiter.api.io.TempDir;

/** The archive, as an operator unpacks and runs it, with nothing but Java on the path. */
class PackageTest {
    private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();

    @TempDir
    private Path folder;

    /** The server is packed before this module's tests in a whole build. */
    static boolean isPacked() {
        return Files.isDirectory(ROOT.resolve("server/target/lib"));
    }

    private static Process run(Path log, Map<String, String> environment, String... command) throws IOException {
        ProcessBuilder builder =
                new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(log.toFile());
        builder.environment().putAll(environment);
        return builder.start();
    }

    private String finish(Map<String, String> environment, String... command) throws Exception {
        Path log = Files.createTempFile(folder, "run", ".log");
        Process process = run(log, environment, command);
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
        String said = Files.readString(log);
        assertThat(process.exitValue()).as(said).isZero();
        return said;
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }

    private static int status(int port, String path) {
        try {
            return HttpClient.newHttpClient()
                    .send(
                            HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                                    .timeout(Duration.ofSeconds(5))
                                    .build(),
                            HttpResponse.BodyHandlers.ofString())
                    .statusCode();
        } catch (IOException e) {
            return 0;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    @Test
    @EnabledIf("isPacked")
    void itStartsIsBackedUpWhileItRunsAndStartsFromTheBackup() throws Exception {
        String archive = finish(Map.of(), ROOT.resolve("packaging/assemble.sh").toString(), folder.toString())
                .strip();
        finish(Map.of(), "tar", "-C", folder.toString(), "-xzf", archive);
        Path home = folder.resolve("upbeat-herald-1.0.0");
        String herald = home.resolve("herald").toString();
        assertThat(finish(Map.of(), herald, "help")).contains("backup FILE");
        Path data = folder.resolve("data");
        Path backup = folder.resolve("backup.zip");
        int port = freePort();
        Map<String, String> environment = Map.of(
                "HERALD_DATA", data.toString(), "HERALD_PORT", "" + port, "LOGGING_STRUCTURED_FORMAT_CONSOLE", "ecs");
        Path log = folder.resolve("server.log");
        Process server = run(log, environment, herald, "start");
        try {
            await().atMost(Duration.ofSeconds(90)).until(() -> status(port, "/actuator/health") == 200);
            assertThat(status(port, "/")).isEqualTo(200);
            assertThat(status(port, "/actuator/prometheus")).isEqualTo(401);
            assertThat(finish(environment, herald, "backup", backup.toString())).contains("Saved to", "0 orders");
        } finally {
            server.destroy();
            assertThat(server.waitFor(60, TimeUnit.SECONDS)).isTrue();
        }
        assertThat(Files.readAllLines(log, StandardCharsets.UTF_8))
                .filteredOn(line -> line.startsWith("{"))
                .as("one JSON object a line")
                .isNotEmpty();
        Map<String, String> other =
                Map.of("HERALD_DATA", folder.resolve("restored").toString(), "HERALD_PORT", "" + freePort());
        assertThat(finish(other, herald, "restore", backup.toString())).contains("Restored to");
        Process again = run(folder.resolve("again.log"), other, herald, "start");
        try {
            await().atMost(Duration.ofSeconds(90))
                    .until(() -> status(Integer.parseInt(other.get("HERALD_PORT")), "/actuator/health") == 200);
        } finally {
            again.destroy();
            assertThat(again.waitFor(60, TimeUnit.SECONDS)).isTrue();
        }
    }
}
