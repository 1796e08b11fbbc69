package upbeat.herald.bench;

import com.sun.net.httpserver.HttpServer;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.IntFunction;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.answer.OrderLink;
import upbeat.herald.standins.SimulatedWorld;

/**
 * The customers' pages at 200 requests a second, each beside a bare static page of the same size asked for at the same
 * rate in the same run; how many tokens are checked in a second beside the bare HMACs; and how soon a reply stands in
 * the inbox.
 */
final class PagesBench {
    static final Set<String> ALL = Set.of("pages");
    private static final int ORDERS = 200;
    private static final int A_SECOND = 200;
    private static final int SECONDS = 15;
    private static final int WARM_UP_SECONDS = 5;
    private static final double GOAL_MS = 50;
    private static final int LARGEST = 60_000;

    private final SimulatedWorld world;
    private final String url;
    private final Person person;
    private final HttpClient client =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();

    PagesBench(SimulatedWorld world, String url) {
        this.world = world;
        this.url = url;
        this.person = new Person(url);
    }

    void run(Set<String> parts) throws Exception {
        if (!parts.contains("pages")) return;
        person.signIn();
        List<String> pages = makeOrders();
        String one = get(pages.get(0)).body();
        int size = one.getBytes(StandardCharsets.UTF_8).length;
        say(
                "tracking page: %d bytes without pictures (goal: under %d)%s",
                size, LARGEST, size < LARGEST ? "" : "  MISSED");
        HttpServer floor = staticServer(one);
        try {
            URI bare = URI.create("http://127.0.0.1:" + floor.getAddress().getPort() + "/");
            double least = p95(i -> HttpRequest.newBuilder(bare).build());
            compare(
                    "tracking page",
                    p95(i -> HttpRequest.newBuilder(URI.create(pages.get(i % ORDERS)))
                            .build()),
                    least);
            compare("look-up", p95(this::lookUp), least);
        } finally {
            floor.stop(0);
        }
        tokens();
        reply();
    }

    private List<String> makeOrders() throws Exception {
        List<String> pages = new ArrayList<>();
        for (int i = 0; i < ORDERS; i++) {
            String number = "PG-" + i;
            person.send("PUT", "/api/v1/orders/kites/" + number, """
                    {"placedAt":"2026-11-22T12:00:00Z","customer":{"name":"Ann Test","email":"page%d@customer.example"},
                    "shipTo":{"name":"Ann Test","city":"Lund","postcode":"22100","country":"SE"},"currency":"EUR","total":"84.50",
                    "items":[{"sku":"BK","name":"Box kite","quantity":1,"price":"60.50"},{"sku":"RT","name":"Ribbon tail","quantity":2,"price":"12.00"}]}""".formatted(i));
            String tracking = "PAGE" + (100_000 + i);
            person.send(
                    "POST",
                    "/api/v1/orders/kites/" + number + "/parcels",
                    "{\"carrier\":\"hopgate\",\"trackingNumber\":\"" + tracking + "\"}");
            StringBuilder scans = new StringBuilder("[");
            for (int s = 0; s < 8; s++)
                scans.append(s == 0 ? "" : ",")
                        .append("{\"carrier\":\"hopgate\",\"trackingNumber\":\"")
                        .append(tracking)
                        .append("\",\"code\":\"")
                        .append(s == 0 ? "20" : "30")
                        .append("\",\"at\":\"2026-11-23T1")
                        .append(s)
                        .append(":00:00Z\",\"place\":\"Centre ")
                        .append(s)
                        .append("\"}");
            person.send("POST", "/api/v1/scans", scans.append("]").toString());
            pages.add(person.send("GET", "/api/v1/orders/kites/" + number, null)
                    .path("trackingPage")
                    .asString());
        }
        return pages;
    }

    /** Each from another caller and for another order, so that no limit is met. */
    private HttpRequest lookUp(int i) {
        return HttpRequest.newBuilder(URI.create(url + "/lookup/kites"))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .header("X-Forwarded-For", "10." + i / 65_536 + "." + i / 256 % 256 + "." + i % 256)
                .POST(HttpRequest.BodyPublishers.ofString("number=PG-" + i + "&contact=22100"))
                .build();
    }

    private HttpResponse<String> get(String address) throws Exception {
        HttpResponse<String> answer =
                client.send(HttpRequest.newBuilder(URI.create(address)).build(), HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() != 200) throw new IllegalStateException(address + ": " + answer.statusCode());
        return answer;
    }

    private static HttpServer staticServer(String page) throws Exception {
        byte[] bytes = page.getBytes(StandardCharsets.UTF_8);
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 100);
        server.setExecutor(Executors.newFixedThreadPool(4));
        server.createContext("/", exchange -> {
            try (exchange) {
                exchange.sendResponseHeaders(200, bytes.length);
                exchange.getResponseBody().write(bytes);
            }
        });
        server.start();
        return server;
    }

    /** At a steady rate, however slow the answers are; times count from when each was due. */
    private double p95(IntFunction<HttpRequest> request) throws Exception {
        ask(request, 0, WARM_UP_SECONDS * A_SECOND);
        double[] millis = ask(request, WARM_UP_SECONDS * A_SECOND, SECONDS * A_SECOND);
        Arrays.sort(millis);
        return millis[(int) Math.ceil(millis.length * 0.95) - 1];
    }

    private double[] ask(IntFunction<HttpRequest> request, int from, int count) throws Exception {
        ConcurrentLinkedQueue<Double> times = new ConcurrentLinkedQueue<>();
        CountDownLatch left = new CountDownLatch(count);
        long begin = System.nanoTime();
        for (int i = 0; i < count; i++) {
            long due = begin + i * TimeUnit.SECONDS.toNanos(1) / A_SECOND;
            while (System.nanoTime() < due) LockSupport.parkNanos(due - System.nanoTime());
            client.sendAsync(request.apply(from + i), HttpResponse.BodyHandlers.ofString())
                    .whenComplete((answer, error) -> {
                        if (error != null || answer.statusCode() >= 500 || answer.statusCode() == 429)
                            times.add(Double.POSITIVE_INFINITY);
                        else times.add((System.nanoTime() - due) / 1e6);
                        left.countDown();
                    });
        }
        if (!left.await(60, TimeUnit.SECONDS)) throw new IllegalStateException("Not all pages came");
        return times.stream().mapToDouble(Double::doubleValue).toArray();
    }

    private static void compare(String what, double p95, double floor) {
        say(
                "%s at %d a second: p95 %.1f ms, a bare static page %.1f ms, ratio %.1f (goal: p95 under %.0f ms)%s",
                what, A_SECOND, p95, floor, p95 / floor, GOAL_MS, p95 < GOAL_MS ? "" : "  MISSED");
    }

    private static void tokens() throws Exception {
        byte[] key = "0123456789abcdef0123456789abcdef".getBytes(StandardCharsets.US_ASCII);
        String token = OrderLink.create(key, 4711);
        double checks = perSecond(() -> OrderLink.verify(key, token).getAsLong() == 4711);
        Mac mac = Mac.getInstance("HmacSHA256");
        mac.init(new SecretKeySpec(key, "HmacSHA256"));
        byte[] body = new byte[9];
        double macs = perSecond(() -> mac.doFinal(body).length == 32);
        say("tokens checked: %.0f a second, bare HMACs %.0f, ratio %.2f", checks, macs, checks / macs);
    }

    private static double perSecond(java.util.concurrent.Callable<Boolean> work) throws Exception {
        for (int i = 0; i < 100_000; i++) if (!work.call()) throw new IllegalStateException("Not ours");
        long begin = System.nanoTime();
        int count = 300_000;
        for (int i = 0; i < count; i++) if (!work.call()) throw new IllegalStateException("Not ours");
        return count / ((System.nanoTime() - begin) / 1e9);
    }

    /** From the telephone to the team's inbox, looked at every 10 ms. */
    private void reply() throws Exception {
        double worst = 0;
        for (int i = 0; i < 20; i++) {
            String text = "please look at this " + i;
            long begin = System.nanoTime();
            world.sms.reply("+46701740605", text);
            while (!isInInbox(text)) {
                if (System.nanoTime() - begin > TimeUnit.SECONDS.toNanos(20))
                    throw new IllegalStateException("The reply doesn't come");
                LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(10));
            }
            worst = Math.max(worst, (System.nanoTime() - begin) / 1e6);
        }
        say(
                "a reply by SMS stands in the inbox after %.0f ms at the most (goal: 1000)%s",
                worst, worst < 1000 ? "" : "  MISSED");
    }

    private boolean isInInbox(String text) throws Exception {
        JsonNode replies = person.send("GET", "/ui/answers/replies", null);
        return replies.toString().contains('"' + text + '"');
    }

    private static void say(String text, Object... values) {
        System.out.println(String.format(Locale.ROOT, text, values));
    }
}
