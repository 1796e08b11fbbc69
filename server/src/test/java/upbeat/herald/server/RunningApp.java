package upbeat.herald.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import org.awaitility.Awaitility;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.server.people.FirstAccountCode;
import upbeat.herald.standins.SimulatedWorld;

/** The application with its stand-ins on free loopback ports, spoken to over real sockets. */
public final class RunningApp implements AutoCloseable {
    public static final String KEY = "demo-key-for-local-use-only";
    private static RunningApp shared;

    public final SimulatedWorld world;
    public final Path data;
    public final String url;
    public final ConfigurableApplicationContext context;
    private final boolean ownWorld;
    private final AtomicInteger numbers = new AtomicInteger(1000);

    private RunningApp(SimulatedWorld world, boolean ownWorld, Path data, Map<String, String> more) {
        this.world = world;
        this.ownWorld = ownWorld;
        this.data = data;
        Map<String, Object> settings = new LinkedHashMap<>(world.settings());
        settings.put("herald.demo", "true");
        settings.put("herald.data", data.toString());
        settings.put("server.port", "0");
        // The clock of tests stands, so that all they send is sent in the same ten minutes.
        settings.put("herald.flood-floor", "1000000");
        settings.put("herald.checks-kept", "0s");
        settings.put("herald.demo-credit", "false");
        settings.put("logging.level.upbeat.herald", "WARN");
        settings.putAll(more);
        context = new SpringApplicationBuilder(HeraldApplication.class)
                .properties(settings)
                .run();
        url = "http://127.0.0.1:"
                + ((WebServerApplicationContext) context).getWebServer().getPort();
    }

    /** One application for all tests that do not stop or break it. */
    public static synchronized RunningApp shared() {
        if (shared == null) {
            shared = start();
            Runtime.getRuntime().addShutdownHook(new Thread(shared::close));
        }
        return shared;
    }

    public static RunningApp start() {
        SimulatedWorld world = new SimulatedWorld();
        world.start();
        return new RunningApp(world, true, folder(), Map.of());
    }

    /** On a folder and beside a world that were there before. */
    public static RunningApp start(SimulatedWorld world, Path data) {
        return new RunningApp(world, false, data, Map.of());
    }

    public static RunningApp startWith(Map<String, String> settings) {
        SimulatedWorld world = new SimulatedWorld();
        world.start();
        return new RunningApp(world, true, folder(), settings);
    }

    public static Path folder() {
        try {
            return Files.createTempDirectory("herald-test");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public record Answer(int status, String body, HttpResponse<String> response) {
        public JsonNode json() {
            return JsonMapper.shared().readTree(body);
        }
    }

    public Answer api(String method, String path, String body) {
        return send(HttpClient.newHttpClient(), method, path, body, Map.of("Authorization", "Bearer " + KEY));
    }

    public Answer bare(String method, String path, String body, Map<String, String> headers) {
        return send(HttpClient.newHttpClient(), method, path, body, headers);
    }

    private Answer send(HttpClient client, String method, String path, String body, Map<String, String> headers) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(path.startsWith("http") ? path : url + path))
                .timeout(Duration.ofSeconds(30));
        if (body != null && !headers.containsKey("Content-Type")) request.header("Content-Type", "application/json");
        headers.forEach(request::header);
        request.method(
                method,
                body == null
                        ? HttpRequest.BodyPublishers.noBody()
                        : HttpRequest.BodyPublishers.ofString(body, StandardCharsets.UTF_8));
        try {
            HttpResponse<String> response = client.send(request.build(), HttpResponse.BodyHandlers.ofString());
            return new Answer(response.statusCode(), response.body(), response);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** A person's browser: cookies and the CSRF token. */
    public final class Person {
        private final CookieManager cookies = new CookieManager();
        private final HttpClient client =
                HttpClient.newBuilder().cookieHandler(cookies).build();

        /** Replaces whatever is there, where the test says nothing else. */
        public Answer call(String method, String path, String body, Map<String, String> headers) {
            Map<String, String> all = new LinkedHashMap<>(headers);
            if (method.equals("PUT")) all.putIfAbsent("If-Match", "*");
            return callAsGiven(method, path, body, all);
        }

        public Answer callAsGiven(String method, String path, String body, Map<String, String> headers) {
            Map<String, String> all = new LinkedHashMap<>(headers);
            cookies.getCookieStore().getCookies().stream()
                    .filter(c -> c.getName().equals("XSRF-TOKEN"))
                    .findFirst()
                    .ifPresent(c -> all.putIfAbsent("X-XSRF-TOKEN", c.getValue()));
            return send(client, method, path, body, all);
        }

        public Answer call(String method, String path, String body) {
            return call(method, path, body, Map.of());
        }

        /** The CSRF token as the browser has it now. */
        public String token() {
            return cookies.getCookieStore().getCookies().stream()
                    .filter(c -> c.getName().equals("XSRF-TOKEN"))
                    .findFirst()
                    .orElseThrow()
                    .getValue();
        }

        /** An answer that goes on, read as it comes; closing it ends the call. */
        public java.io.InputStream stream(String path) {
            try {
                return client.send(
                                HttpRequest.newBuilder(URI.create(url + path))
                                        .timeout(Duration.ofSeconds(60))
                                        .GET()
                                        .build(),
                                HttpResponse.BodyHandlers.ofInputStream())
                        .body();
            } catch (IOException | InterruptedException e) {
                throw new IllegalStateException(e);
            }
        }

        public byte[] bytes(String path) {
            try {
                return client.send(
                                HttpRequest.newBuilder(URI.create(url + path))
                                        .GET()
                                        .build(),
                                HttpResponse.BodyHandlers.ofByteArray())
                        .body();
            } catch (IOException | InterruptedException e) {
                throw new IllegalStateException(e);
            }
        }

        public Answer upload(String path, String shop, byte[] file) {
            return upload(path, shop, file, null);
        }

        /** @param request a JSON part beside the file, or null */
        public Answer upload(String path, String shop, byte[] file, String request) {
            String boundary = "x-boundary-x";
            String json = request == null
                    ? ""
                    : "\r\n--" + boundary
                            + "\r\nContent-Disposition: form-data; name=\"request\"\r\nContent-Type: application/json\r\n\r\n"
                            + request;
            String head = "--" + boundary + "\r\nContent-Disposition: form-data; name=\"shop\"\r\n\r\n" + shop
                    + json + "\r\n--" + boundary
                    + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"orders.csv\"\r\nContent-Type: text/csv\r\n\r\n";
            byte[] start = head.getBytes(StandardCharsets.UTF_8);
            byte[] end = ("\r\n--" + boundary + "--\r\n").getBytes(StandardCharsets.UTF_8);
            byte[] all = java.nio.ByteBuffer.allocate(start.length + file.length + end.length)
                    .put(start)
                    .put(file)
                    .put(end)
                    .array();
            String token = token();
            try {
                HttpResponse<String> response = client.send(
                        HttpRequest.newBuilder(URI.create(url + path))
                                .header("Content-Type", "multipart/form-data; boundary=" + boundary)
                                .header("X-XSRF-TOKEN", token)
                                .POST(HttpRequest.BodyPublishers.ofByteArray(all))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
                return new Answer(response.statusCode(), response.body(), response);
            } catch (IOException | InterruptedException e) {
                throw new IllegalStateException(e);
            }
        }
    }

    /** Takes all notices out of the plan, for tests that look at their own only. */
    public void emptyPlan(Person person) {
        person.call("GET", "/ui/plan", null)
                .json()
                .path("notices")
                .valueStream()
                .forEach(n ->
                        person.call("DELETE", "/ui/plan/notices/" + n.path("id").asString(), null));
    }

    /** A browser that has not signed in yet. */
    public Person visitor() {
        Person person = new Person();
        person.call("GET", "/ui/session", null);
        return person;
    }

    public Person signedIn() {
        Person person = visitor();
        Answer answer =
                person.call("POST", "/ui/session", "{\"name\":\"coordinator\",\"password\":\"for-local-use-only\"}");
        if (answer.status() != 200)
            throw new IllegalStateException("sign-in: " + answer.status() + " " + answer.body());
        person.call("GET", "/ui/session", null);
        return person;
    }

    /** Signed in to an installation that nobody was at before. */
    public Person firstPerson() {
        Person person = visitor();
        Answer answer = person.call(
                "POST",
                "/ui/first-account",
                "{\"name\":\"Noor\",\"password\":\"kites over the harbour\",\"code\":\"%s\"}"
                        .formatted(context.getBean(FirstAccountCode.class).code()));
        if (answer.status() != 200)
            throw new IllegalStateException("first account: " + answer.status() + " " + answer.body());
        person.call("GET", "/ui/session", null);
        return person;
    }

    public Instant now() {
        return Instant.parse(
                bare("GET", "/bench/clock", null, Map.of()).json().path("now").asString());
    }

    public void advance(String duration) {
        bare("POST", "/bench/clock", "{\"advance\":\"" + duration + "\"}", Map.of());
    }

    public String number() {
        return "T-" + numbers.incrementAndGet();
    }

    /** Brings a made-up order in and returns its number. @param consent JSON */
    public String order(String payment, String email, String phone, String consent) {
        String number = number();
        Answer answer = put(number, payment, email, phone, consent);
        if (answer.status() != 201) throw new IllegalStateException(answer.status() + " " + answer.body());
        return number;
    }

    public Answer put(String number, String payment, String email, String phone, String consent) {
        return api("PUT", "/api/v1/orders/kites/" + number, """
                {"placedAt":"%s","customer":{"name":"Ann O'Test","email":%s,"phone":%s,"language":"en"},"shipTo":{"name":"Ann","city":"Lund","country":"SE"},"payment":"%s","currency":"SEK","total":"84.50",
                "items":[{"sku":"BK","name":"Box kite","quantity":1,"price":"60.50"},{"sku":"RT","name":"Ribbon tail","quantity":2,"price":"12.00"}],"consent":%s,"tags":[]}""".formatted(
                        placed(number), json(email), json(phone), payment, consent));
    }

    private final Map<String, Instant> placedAt = new java.util.concurrent.ConcurrentHashMap<>();

    private Instant placed(String number) {
        return placedAt.computeIfAbsent(number, n -> now());
    }

    private static String json(String text) {
        return text == null ? "null" : "\"" + text + "\"";
    }

    public JsonNode read(String number) {
        return api("GET", "/api/v1/orders/kites/" + number, null).json();
    }

    /** The order's message of a notice by a channel, or a missing node. */
    public JsonNode message(String number, String notice, String channel) {
        for (JsonNode m : read(number).path("messages"))
            if (m.path("notice").asString().equals(notice)
                    && m.path("channel").asString().equals(channel)) return m;
        return tools.jackson.databind.node.MissingNode.getInstance();
    }

    /** The order's messages of a notice, over all channels. */
    public List<JsonNode> messages(String number, String notice) {
        return read(number)
                .path("messages")
                .valueStream()
                .filter(m -> m.path("notice").asString().equals(notice))
                .toList();
    }

    /** Waits until a notice has so many messages on the order and none is on its way any more. */
    public List<JsonNode> settled(String number, String notice, int count) {
        Awaitility.await().atMost(Duration.ofSeconds(30)).until(() -> {
            List<JsonNode> all = messages(number, notice);
            return all.size() == count
                    && all.stream().noneMatch(m -> m.path("status").asString().matches("planned|waiting|sending"));
        });
        return messages(number, notice);
    }

    public Answer parcel(String number, String carrier, String tracking) {
        return api(
                "POST",
                "/api/v1/orders/kites/" + number + "/parcels",
                "{\"carrier\":\"" + carrier + "\",\"trackingNumber\":\"" + tracking + "\"}");
    }

    public Answer scan(String carrier, String tracking, String code, Instant at) {
        return api(
                "POST",
                "/api/v1/scans",
                "[{\"carrier\":\"" + carrier + "\",\"trackingNumber\":\"" + tracking + "\",\"code\":\"" + code
                        + "\",\"text\":null,\"at\":\"" + at + "\",\"place\":\"Lund\"}]");
    }

    @Override
    public void close() {
        context.close();
        if (ownWorld) world.close();
    }
}
