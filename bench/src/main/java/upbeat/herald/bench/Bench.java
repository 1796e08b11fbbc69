package upbeat.herald.bench;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.StringJoiner;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.LockSupport;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import upbeat.herald.server.HeraldApplication;
import upbeat.herald.standins.SimulatedWorld;

/**
 * From "scan accepted" to "message handed to the gateway", and what the machine could do at best: bare inserts into
 * SQLite and bare hand-overs to the same mail server, in the same run. The ratios are what counts; the times depend on
 * the machine.
 */
public final class Bench {
    private static final int SCANS = 1_000;
    private static final int WARM_UP = 200;
    private static final int SCANS_A_SECOND = 100;
    static final String KEY = "demo-key-for-local-use-only";

    private Bench() {}

    public static void main(String[] args) throws Exception {
        Path data = Files.createTempDirectory("herald-bench");
        SimulatedWorld world = new SimulatedWorld();
        world.start();
        Map<String, Object> settings = new LinkedHashMap<>(world.settings());
        settings.putAll(Map.of(
                "herald.demo",
                "true",
                "herald.data",
                data.toString(),
                "server.port",
                "0",
                // A bench sends more in ten minutes than any shop in its first days.
                "herald.flood-floor",
                "1000000",
                // Looked for anew with each call, so that it is measured.
                "herald.checks-kept",
                "0s",
                "logging.level.upbeat.herald",
                "WARN"));
        try (ConfigurableApplicationContext app = new SpringApplicationBuilder(HeraldApplication.class)
                .properties(settings)
                .run()) {
            String url = "http://127.0.0.1:"
                    + ((WebServerApplicationContext) app).getWebServer().getPort();
            if (args.length > 0) {
                new IntakeBench(app, url, data).run(java.util.Set.of(args));
                new WordingBench(url).run(java.util.Set.of(args));
                DecideBench.measure(java.util.Set.of(args));
                new PagesBench(world, url).run(java.util.Set.of(args));
                new YearBench(app, url, data).run(java.util.Set.of(args));
                return;
            }
            double inserts = Floors.insertsPerSecond(data.resolve("floor.db"));
            double mails = Floors.mailsPerSecond(world.mail.port());
            boolean good = new Bench().run(world, url, inserts, mails);
            new WordingBench(url).run(WordingBench.ALL);
            DecideBench.measure(java.util.Set.of("decide"));
            new PagesBench(world, url).run(PagesBench.ALL);
            new YearBench(app, url, data).run(YearBench.ALL);
            new IntakeBench(app, url, data).run(IntakeBench.ALL);
            // Last, so that one goal missed does not hide the other figures.
            if (!good) System.exit(1);
        } catch (Exception e) {
            e.printStackTrace(); // else the exit below would hide it
            System.exit(1);
        } finally {
            world.close();
            System.exit(0);
        }
    }

    private final HttpClient client =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();

    /** True when the goal for the hand-over is met. */
    private boolean run(SimulatedWorld world, String url, double inserts, double mails) throws Exception {
        Map<String, Long> handedOver = new ConcurrentHashMap<>();
        world.mail.beforeAnswer(to -> handedOver.put(to, System.nanoTime()));
        for (int i = 0; i < WARM_UP + 2 * SCANS; i++) order(url, i);
        long[] paced = latencies(url, handedOver, 0, WARM_UP + SCANS, SCANS_A_SECOND);
        long[] measured = Arrays.copyOfRange(paced, WARM_UP, paced.length);
        long start = System.nanoTime();
        together(url, handedOver, WARM_UP + SCANS);
        double seconds = (System.nanoTime() - start) / 1e9;
        print(
                "scan accepted to mail handed over, %d scans at %d a second: median %.1f ms, p99 %.1f ms (goal: p99 under 1000 ms)",
                SCANS, SCANS_A_SECOND, at(measured, 50), at(measured, 99));
        print("%d scans in one call, until the last mail is handed over: %.0f a second", SCANS, SCANS / seconds);
        print(
                "floor, bare SQLite inserts, one commit each with a flush: %.0f a second; scans reach %.2f of it",
                inserts, SCANS / seconds / inserts);
        print(
                "floor, bare SMTP hand-overs on one line: %.0f a second; scans reach %.2f of it",
                mails, SCANS / seconds / mails);
        boolean good = at(measured, 99) < 1000;
        print(good ? "good: the goal is met" : "not good: the goal is missed");
        return good;
    }

    /** Nanoseconds from the answer to the scan's call until its mail's last byte came in; sent at a pace. */
    private long[] latencies(String url, Map<String, Long> handedOver, int from, int count, int aSecond)
            throws Exception {
        long[] accepted = new long[count];
        long start = System.nanoTime();
        for (int i = 0; i < count; i++) {
            while (System.nanoTime() - start < i * (1_000_000_000L / aSecond)) LockSupport.parkNanos(200_000);
            send("POST", url + "/api/v1/scans", "[" + scan(from + i) + "]");
            accepted[i] = System.nanoTime();
        }
        awaitMails(handedOver, from, count);
        long[] took = new long[count];
        for (int i = 0; i < count; i++) took[i] = Math.max(0, handedOver.get(mailbox(from + i)) - accepted[i]);
        return took;
    }

    /** All scans in one call. */
    private void together(String url, Map<String, Long> handedOver, int from) throws Exception {
        StringJoiner scans = new StringJoiner(",", "[", "]");
        for (int i = 0; i < SCANS; i++) scans.add(scan(from + i));
        send("POST", url + "/api/v1/scans", scans.toString());
        awaitMails(handedOver, from, SCANS);
    }

    private static void awaitMails(Map<String, Long> handedOver, int from, int count) {
        long limit = System.nanoTime() + Duration.ofSeconds(60).toNanos();
        for (int i = 0; i < count; i++) {
            while (!handedOver.containsKey(mailbox(from + i))) {
                if (System.nanoTime() > limit)
                    throw new IllegalStateException(
                            "The mail to " + mailbox(from + i) + " did not come within a minute");
                LockSupport.parkNanos(1_000_000);
            }
        }
    }

    private static String scan(int i) {
        return "{\"carrier\":\"hopgate\",\"trackingNumber\":\"HOP " + i
                + "\",\"code\":\"20\",\"at\":\"2026-11-24T13:00:00Z\"}";
    }

    private void order(String url, int i) throws Exception {
        send(
                "PUT",
                url + "/api/v1/orders/kites/B-" + i,
                "{\"placedAt\":\"2026-11-24T12:00:00Z\",\"customer\":{\"name\":\"Ann Test\",\"email\":\"" + mailbox(i)
                        + "\"},\"currency\":\"EUR\",\"total\":\"60.50\",\"items\":[{\"sku\":\"BK\",\"name\":\"Box kite\",\"quantity\":1,\"price\":\"60.50\"}]}");
        send(
                "POST",
                url + "/api/v1/orders/kites/B-" + i + "/parcels",
                "{\"carrier\":\"hopgate\",\"trackingNumber\":\"HOP " + i + "\"}");
    }

    private static String mailbox(int i) {
        return "b" + i + "@customer.example";
    }

    private void send(String method, String url, String body) throws Exception {
        HttpResponse<String> answer = client.send(
                HttpRequest.newBuilder(URI.create(url))
                        .header("Authorization", "Bearer " + KEY)
                        .header("Content-Type", "application/json")
                        .method(method, HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() >= 300)
            throw new IllegalStateException(method + " " + url + ": " + answer.statusCode() + " " + answer.body());
    }

    private static double at(long[] nanos, int percent) {
        long[] sorted = nanos.clone();
        Arrays.sort(sorted);
        return sorted[Math.min(sorted.length - 1, sorted.length * percent / 100)] / 1e6;
    }

    private static void print(String text, Object... values) {
        System.out.println(String.format(Locale.ROOT, text, values));
    }
}
