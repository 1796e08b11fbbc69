package upbeat.herald.standins;

import com.standardwebhooks.Webhook;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;

/**
 * A shop and a carrier with pages of their own. The shop signs its calls as the Standard Webhooks specification says
 * and offers its orders under {@code /feed/}; the carrier answers {@code /track/{number}}. Feeds that misbehave are
 * there to be asked too.
 */
public final class Storefront {
    private final HttpClient client = HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .connectTimeout(Duration.ofSeconds(2))
            .build();
    private final AtomicInteger calls = new AtomicInteger();
    private final Map<String, String> feeds = new ConcurrentHashMap<>();
    private final Map<String, List<Map<String, Object>>> tracks = new ConcurrentHashMap<>();
    /** Where it is called itself. */
    public final CallReceiver receiver = new CallReceiver(this);

    private volatile @Nullable String door;
    private volatile @Nullable String secret;
    private @Nullable HttpServer server;

    void start() {
        try {
            server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 50);
        } catch (IOException e) {
            throw new IllegalStateException("The storefront can't open a port: " + e.getMessage(), e);
        }
        server.setExecutor(Executors.newCachedThreadPool(r -> {
            Thread t = new Thread(r, "storefront");
            t.setDaemon(true);
            return t;
        }));
        server.createContext("/", this::serve);
        server.start();
    }

    void stop() {
        if (server != null) server.stop(0);
    }

    public int port() {
        return Objects.requireNonNull(server).getAddress().getPort();
    }

    /** What {@code /feed/{name}} answers from now on. */
    public void feed(String name, String body) {
        feeds.put(name, body);
    }

    /** What the carrier says of a number from now on, newest last. */
    public void scanned(String number, Map<String, Object> scan) {
        tracks.computeIfAbsent(
                        number.replaceAll("[\\s.-]", "").toUpperCase(java.util.Locale.ROOT),
                        k -> new CopyOnWriteArrayList<>())
                .add(scan);
    }

    /** @param door the webhook address the product gave this shop; {@code secret} to sign with */
    public void reach(String door, String secret) {
        this.door = door;
        this.secret = secret;
    }

    /** The shop's own help page, with the product's look-up page in it. */
    public String helpPage() {
        return "http://127.0.0.1:" + port() + "/help";
    }

    /** Where the product is, as far as its webhook address tells. */
    private String productAddress() {
        String known = door;
        return known == null ? "" : known.replaceFirst("(https?://[^/]+).*", "$1");
    }

    /** Calls the shop's address with a document, signed. @return what the product answered */
    public Object call(JsonNode document) {
        if (door == null) throw new Http.Refusal(503, "nobody_there", "The shop was not told its address");
        try {
            String body = Http.JSON.writeValueAsString(document);
            String id = "call-" + calls.incrementAndGet() + "-" + Integer.toHexString(body.hashCode());
            long now = InstantSource.system().instant().getEpochSecond();
            HttpRequest request = HttpRequest.newBuilder(URI.create(door))
                    .timeout(Duration.ofSeconds(20))
                    .header("Content-Type", "application/json")
                    .header("webhook-id", id)
                    .header("webhook-timestamp", Long.toString(now))
                    .header("webhook-signature", new Webhook(secret).sign(id, now, body))
                    .POST(HttpRequest.BodyPublishers.ofString(body))
                    .build();
            HttpResponse<String> response = client.send(request, HttpResponse.BodyHandlers.ofString());
            JsonNode answer =
                    response.body().isBlank() ? Http.JSON.createObjectNode() : Http.JSON.readTree(response.body());
            if (response.statusCode() >= 400)
                throw new Http.Refusal(
                        response.statusCode(),
                        "refused",
                        answer.path("detail").asString("The product answered " + response.statusCode()));
            return answer;
        } catch (IOException e) {
            throw new Http.Refusal(502, "not_reached", "The product can't be reached: " + e.getMessage());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Http.Refusal(502, "stopped", "Stopped");
        } catch (Exception e) {
            if (e instanceof RuntimeException known) throw known;
            throw new IllegalStateException(e);
        }
    }

    private void serve(HttpExchange exchange) throws IOException {
        try (exchange) {
            String path = exchange.getRequestURI().getPath();
            if (path.startsWith("/track/")) {
                answer(
                        exchange,
                        200,
                        "application/json",
                        Http.JSON.writeValueAsString(
                                Map.of("scans", tracks.getOrDefault(path.substring("/track/".length()), List.of()))));
                return;
            }
            if (path.equals("/help")) {
                answer(exchange, 200, "text/html; charset=utf-8", ShopHelpPage.render(productAddress()));
                return;
            }
            if (path.equals("/calls")) {
                receiver.receive(exchange);
                return;
            }
            String name = path.startsWith("/feed/") ? path.substring("/feed/".length()) : "";
            switch (name) {
                case "page" -> answer(exchange, 200, "text/html", "<!doctype html><title>Please log in</title>");
                case "inside" -> {
                    exchange.getResponseHeaders().set("Location", "http://10.0.0.1/orders.csv");
                    answer(exchange, 302, "text/plain", "");
                }
                case "never" -> LockSupport.parkNanos(Duration.ofSeconds(60).toNanos());
                case "slow" -> drip(exchange);
                case "large" -> flood(exchange);
                default -> {
                    String body = feeds.get(name);
                    answer(exchange, body == null ? 404 : 200, "text/csv", body == null ? "not scripted" : body);
                }
            }
        }
    }

    /** A byte now and then, for as long as somebody listens, a minute at the most. */
    private static void drip(HttpExchange exchange) throws IOException {
        exchange.sendResponseHeaders(200, 0);
        OutputStream out = exchange.getResponseBody();
        for (int i = 0; i < 60; i++) {
            out.write('x');
            out.flush();
            LockSupport.parkNanos(Duration.ofSeconds(1).toNanos());
        }
    }

    /** 64 MB. */
    private static void flood(HttpExchange exchange) throws IOException {
        exchange.sendResponseHeaders(200, 0);
        byte[] part = new byte[1 << 20];
        for (int i = 0; i < 64; i++) exchange.getResponseBody().write(part);
    }

    static void answer(HttpExchange exchange, int status, String type, String body) throws IOException {
        byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", type);
        exchange.sendResponseHeaders(status, bytes.length == 0 ? -1 : bytes.length);
        if (bytes.length > 0) exchange.getResponseBody().write(bytes);
    }
}
