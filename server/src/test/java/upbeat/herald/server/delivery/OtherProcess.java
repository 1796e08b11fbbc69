package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.jar.JarEntry;
import java.util.jar.JarOutputStream;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import upbeat.herald.server.HeraldApplication;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.SimulatedWorld;

/**
 * The product in a process of its own, which can be killed, spoken to over its port. It takes a port that is free and
 * says which: one that was looked for beforehand could be somebody else's by the time it starts.
 */
final class OtherProcess {
    private static final Pattern ADDRESS = Pattern.compile("Address {4}(http://127\\.0\\.0\\.1:\\d+)\\R");

    private final HttpClient client = HttpClient.newHttpClient();
    private final Process process;
    private final Path log;
    private final int logFrom;
    private volatile String address = "";

    private OtherProcess(Process process, Path log, int logFrom) {
        this.process = process;
        this.log = log;
        this.logFrom = logFrom;
    }

    /** @param more options of the Java machine */
    static OtherProcess launch(SimulatedWorld world, Path data, String... more) throws IOException {
        return launchWith(System.getProperty("java.class.path"), world, data, more);
    }

    /**
     * The class path with its folders packed into jars: the Java machine keeps an archive of loaded classes for jars
     * only, and with one it starts in half the time.
     */
    static String packedClassPath(Path into) throws IOException {
        List<String> parts = new ArrayList<>();
        for (String part : System.getProperty("java.class.path").split(java.io.File.pathSeparator)) {
            Path folder = Path.of(part);
            if (!Files.isDirectory(folder)) {
                if (Files.exists(folder)) parts.add(part);
                continue;
            }
            Path jar = into.resolve("part" + parts.size() + ".jar");
            try (JarOutputStream out = new JarOutputStream(Files.newOutputStream(jar));
                    Stream<Path> files = Files.walk(folder)) {
                for (Path file : files.filter(f -> !f.equals(folder)).toList()) {
                    // Folders are entries too: Spring looks for classes by them.
                    boolean inner = Files.isDirectory(file);
                    out.putNextEntry(new JarEntry(folder.relativize(file) + (inner ? "/" : "")));
                    if (!inner) Files.copy(file, out);
                    out.closeEntry();
                }
            }
            parts.add(jar.toString());
        }
        return String.join(java.io.File.pathSeparator, parts);
    }

    static OtherProcess launchWith(String classPath, SimulatedWorld world, Path data, String... more)
            throws IOException {
        Path log = data.resolve("process.log");
        int logFrom = Files.exists(log) ? Files.readString(log).length() : 0;
        List<String> command = new ArrayList<>(
                List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-XX:TieredStopAtLevel=1"));
        command.addAll(List.of(more));
        command.addAll(List.of(
                "-cp",
                classPath,
                HeraldApplication.class.getName(),
                "--herald.demo=true",
                "--herald.data=" + data,
                "--server.port=0"));
        world.settings().forEach((k, v) -> command.add("--" + k + "=" + v));
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(log.toFile()))
                .start();
        return new OtherProcess(process, log, logFrom);
    }

    Process process() {
        return process;
    }

    void kill() throws InterruptedException {
        process.destroyForcibly().waitFor();
    }

    /** @return the status, 0 where nobody answers */
    int call(String method, String path, String body) {
        try {
            HttpRequest request = HttpRequest.newBuilder(URI.create(address + path))
                    .timeout(Duration.ofSeconds(10))
                    .header("Content-Type", "application/json")
                    .header("Authorization", "Bearer " + RunningApp.KEY)
                    .method(
                            method,
                            body == null
                                    ? HttpRequest.BodyPublishers.noBody()
                                    : HttpRequest.BodyPublishers.ofString(body))
                    .build();
            return client.send(request, HttpResponse.BodyHandlers.ofString()).statusCode();
        } catch (IOException e) {
            return 0;
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    void awaitUp() {
        await().atMost(Duration.ofSeconds(120))
                .pollInterval(Duration.ofMillis(50))
                .until(() -> {
                    String said = Files.readString(log).substring(logFrom);
                    assertThat(process.isAlive()).as(said).isTrue();
                    Matcher ready = ADDRESS.matcher(said);
                    if (!ready.find()) return false;
                    address = ready.group(1);
                    return call("GET", "/bench/clock", null) == 200;
                });
    }

    /** @return the answer to the order */
    int order(String number, String email) {
        return call(
                "PUT",
                "/api/v1/orders/kites/" + number,
                "{\"placedAt\":\"2026-11-24T12:00:00Z\",\"customer\":{\"name\":\"A\",\"email\":\"" + email
                        + "\"},\"items\":[{\"name\":\"Kite\",\"quantity\":1}]}");
    }

    /** @return the answer to the parcel, which tells the customer that it is on its way */
    int parcel(String number) {
        return call(
                "POST",
                "/api/v1/orders/kites/" + number + "/parcels",
                "{\"carrier\":\"hopgate\",\"trackingNumber\":\"HOP " + number
                        + "\",\"dispatchedAt\":\"2026-11-24T13:00:00Z\"}");
    }

    void dispatched(String number, String email) {
        assertThat(order(number, email)).isEqualTo(201);
        assertThat(parcel(number)).isEqualTo(201);
    }
}
