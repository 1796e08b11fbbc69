package upbeat.herald.standins;

import com.standardwebhooks.Webhook;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;

/**
 * A chat network over HTTP. {@code PUT /v1/templates/{name}} brings a text in, which is looked at for two minutes on
 * the network's clock and then approved, or refused by its rules; {@code POST /v1/messages} sends an approved one with
 * parameters and reply buttons, or free words for 24 hours after the customer wrote, and does so once for each
 * {@code Idempotency-Key}; receipts and pressed buttons go to the webhook as the Standard Webhooks specification says.
 */
public final class ChatNetwork implements Standin {
    public static final String TOKEN = "chat-for-local-use-only";
    public static final String WEBHOOK_SECRET = "whsec_bG9jYWwtdXNlLW9ubHktY2hhdC1zZWNyZXQ=";
    private static final int LONGEST_BODY = 1024;

    private static final Duration LOOKED_AT = Duration.ofMinutes(2);
    /** How long after a customer wrote the network takes free words. */
    private static final Duration OPEN = Duration.ofHours(24);

    /** @param judged when the network has made up its mind; {@code refusal} why it says no, or null */
    private record Template(
            String name,
            JsonNode document,
            int parameters,
            Instant judged,
            @Nullable String refusal) {}

    private record Sent(String id, String to) {}

    private final PhoneInbox phones;
    private final WorldClock clock;
    private final HttpClient client =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build();
    private final Map<String, Template> templates = new ConcurrentHashMap<>();
    private final Map<String, Sent> byKey = new ConcurrentHashMap<>();
    /** When customers wrote last, by their number. */
    private final Map<String, Instant> wroteAt = new ConcurrentHashMap<>();

    private final AtomicLong numbers = new AtomicLong();
    private final ExecutorService events = Executors.newSingleThreadExecutor(r -> {
        Thread t = new Thread(r, "chat-events");
        t.setDaemon(true);
        return t;
    });
    private volatile @Nullable String webhook;
    private int port;
    private @Nullable HttpServer server;

    public ChatNetwork(PhoneInbox phones, WorldClock clock, int port) {
        this.phones = phones;
        this.clock = clock;
        this.port = port;
    }

    /** Where receipts and pressed buttons go. */
    public void webhook(String url) {
        webhook = url;
    }

    @Override
    public int port() {
        return port;
    }

    @Override
    public synchronized boolean running() {
        return server != null;
    }

    @Override
    public synchronized void start() {
        if (server != null) return;
        try {
            server = Http.open(port, this::answer);
            port = server.getAddress().getPort();
        } catch (IOException e) {
            throw new IllegalStateException("The chat stand-in can't open port " + port + ": " + e.getMessage(), e);
        }
    }

    @Override
    public synchronized void stop() {
        if (server == null) return;
        server.stop(0);
        server = null;
    }

    private Object answer(Http.Request request) {
        if (!("Bearer " + TOKEN).equals(request.headers().get("authorization")))
            throw new Http.Refusal(401, "not_authorised", "The token is wrong");
        if (request.path().equals("/v1/health")) return Map.of("status", "up");
        if (request.path().startsWith("/v1/templates/"))
            return template(request.method(), request.path().substring("/v1/templates/".length()), request.body());
        if (request.method().equals("POST") && request.path().equals("/v1/messages")) return message(request);
        throw new Http.Refusal(404, "not_scripted", request.method() + " " + request.path() + " is not scripted");
    }

    private Object template(String method, String name, JsonNode body) {
        Template there = templates.get(name);
        if (method.equals("PUT") && there == null)
            templates.put(name, there = read(name, body, clock.instant().plus(LOOKED_AT)));
        if (there == null) throw new Http.Refusal(404, "unknown_template", "There is no template of that name");
        return state(there);
    }

    private static Template read(String name, JsonNode body, Instant judged) {
        return new Template(name, body, body.path("samples").size(), judged, refusal(body));
    }

    /** The network's rules. Null where there is nothing to object to. */
    private static @Nullable String refusal(JsonNode body) {
        JsonNode parts = body.path("body");
        if (!parts.isArray() || parts.isEmpty()) return "The text is empty";
        String text = filled(parts, samples(body));
        if (text.length() > LONGEST_BODY) return "The text is longer than " + LONGEST_BODY + " characters";
        if (parts.get(0).has("parameter") || parts.get(parts.size() - 1).has("parameter"))
            return "A text can't begin or end with a parameter";
        if (body.path("buttons").size() > 5) return "There are more than five buttons";
        for (JsonNode sample : body.path("samples")) if (sample.asString("").isBlank()) return "A sample is missing";
        String all = (body.path("header").asString("") + " " + text + " "
                        + body.path("footer").asString(""))
                .toLowerCase(java.util.Locale.ROOT);
        return all.matches("(?s).*\\b(win a prize|% off|discount)\\b.*") || all.contains("% off")
                ? "This is promotion, not a service message"
                : null;
    }

    private static List<String> samples(JsonNode document) {
        List<String> samples = new ArrayList<>();
        document.path("samples").forEach(s -> samples.add(s.asString("")));
        return samples;
    }

    /** Words and parameters put together. */
    private static String filled(JsonNode parts, List<String> parameters) {
        StringBuilder text = new StringBuilder();
        for (JsonNode part : parts) {
            int number = part.path("parameter").asInt(0);
            text.append(
                    number >= 1 && number <= parameters.size()
                            ? parameters.get(number - 1)
                            : part.path("text").asString(""));
        }
        return text.toString();
    }

    /** What the customer reads. */
    private static String text(JsonNode document, List<String> parameters) {
        List<String> pieces = new ArrayList<>();
        if (document.hasNonNull("header")) pieces.add(document.path("header").asString());
        pieces.add(filled(document.path("body"), parameters));
        JsonNode link = document.path("link");
        if (link.isObject()) pieces.add(link.path("label").asString() + ": " + filled(link.path("url"), parameters));
        if (document.hasNonNull("footer")) pieces.add(document.path("footer").asString());
        return String.join("\n\n", pieces);
    }

    private Map<String, String> state(Template t) {
        Map<String, String> state = new LinkedHashMap<>(Map.of(
                "name",
                t.name(),
                "status",
                clock.instant().isBefore(t.judged()) ? "pending" : t.refusal() == null ? "approved" : "refused"));
        if ("refused".equals(state.get("status"))) state.put("reason", t.refusal());
        return state;
    }

    /** What it approved before it was started. */
    public void remember(JsonNode list) {
        list.forEach(t ->
                templates.put(t.path("name").asString(), read(t.path("name").asString(), t, Instant.MIN)));
    }

    /** The clock was moved: tells of what is judged by now. */
    void judge(Instant before) {
        templates.values().stream()
                .filter(t -> t.judged().isAfter(before) && !t.judged().isAfter(clock.instant()))
                .forEach(t -> tell("template." + state(t).get("status"), state(t)));
    }

    private Object message(Http.Request request) {
        String key = request.headers().get("idempotency-key");
        if (key == null) throw new Http.Refusal(400, "no_key", "Idempotency-Key is missing");
        String to = request.text("to");
        if (to == null || !to.matches("[1-9][0-9]{6,14}"))
            throw new Http.Refusal(400, "bad_number", "The number wants digits only");
        String from = request.text("from");
        if (from != null && !from.matches("[1-9][0-9]{6,14}"))
            throw new Http.Refusal(400, "bad_sender", "The sender's number wants digits only");
        if (request.text("text") != null) return freeText(key, to, request.text("text"));
        Template template =
                templates.get(request.body().path("template").path("name").asString(""));
        if (template == null || !"approved".equals(state(template).get("status")))
            throw new Http.Refusal(422, "unknown_template", "There is no approved template of that name");
        List<String> parameters = new ArrayList<>();
        request.body().path("template").path("parameters").forEach(p -> parameters.add(p.asString()));
        if (parameters.size() != template.parameters())
            throw new Http.Refusal(
                    422, "parameter_count", "The template takes " + template.parameters() + " parameters");
        if (to.endsWith("99")) throw new Http.Refusal(404, "not_on_network", "This number is not on the network");
        Sent sent = byKey.computeIfAbsent(
                key, k -> deliver(to, template, parameters, request.body().path("buttons")));
        return Map.of("id", sent.id());
    }

    private Object freeText(String key, String to, String text) {
        Instant last = wroteAt.get(to);
        if (last == null || last.plus(OPEN).isBefore(clock.instant()))
            throw new Http.Refusal(422, "window_closed", "The customer last wrote more than 24 hours ago");
        if (text.length() > LONGEST_BODY)
            throw new Http.Refusal(422, "too_long", "The text is longer than " + LONGEST_BODY + " characters");
        Sent sent = byKey.computeIfAbsent(key, k -> {
            String id = "chat-" + numbers.incrementAndGet();
            phones.add(
                    to,
                    new PhoneInbox.Received(id, "whatsapp", "Quillfeather Kites", text, List.of(), clock.instant()));
            return new Sent(id, to);
        });
        return Map.of("id", sent.id());
    }

    private Sent deliver(String to, Template template, List<String> parameters, JsonNode buttons) {
        String id = "chat-" + numbers.incrementAndGet();
        String filled = text(template.document(), parameters);
        List<PhoneInbox.Button> list = new ArrayList<>();
        buttons.forEach(b -> list.add(
                new PhoneInbox.Button(b.path("id").asString(), b.path("label").asString())));
        phones.add(to, new PhoneInbox.Received(id, "whatsapp", "Quillfeather Kites", filled, list, clock.instant()));
        tell("message.delivered", Map.of("id", id));
        return new Sent(id, to);
    }

    /** The customer presses a reply button. @param button its id or label */
    public void press(String number, String messageId, String button) {
        PhoneInbox.Received message = phones.find(number, messageId)
                .orElseThrow(() ->
                        new Http.Refusal(404, "no_message", "There is no message " + messageId + " on " + number));
        PhoneInbox.Button pressed = message.buttons().stream()
                .filter(b -> b.id().equals(button) || b.label().equals(button))
                .findFirst()
                .orElseThrow(() -> new Http.Refusal(404, "no_button", "The message has no button " + button));
        tell("message.read", Map.of("id", messageId));
        tell("button.pressed", Map.of("id", messageId, "button", pressed.id()));
    }

    /** The customer writes something. */
    public void reply(String number, String text) {
        wroteAt.put(PhoneInbox.digits(number), clock.instant());
        tell(
                "message.received",
                Map.of("id", "in-" + numbers.incrementAndGet(), "from", PhoneInbox.digits(number), "text", text));
    }

    private void tell(String type, Map<String, ?> data) {
        Map<String, Object> with = new LinkedHashMap<>(data);
        with.put("at", clock.instant().toString());
        String body = Http.JSON.writeValueAsString(
                Map.of("type", type, "timestamp", clock.instant().toString(), "data", with));
        String id = "evt-" + numbers.incrementAndGet();
        events.execute(() -> post(id, body));
    }

    /** Tells the webhook until it is taken, ten times at the most, as networks do. */
    private void post(String id, String body) {
        String url = webhook;
        for (int i = 0; i < 10 && url != null; i++) {
            try {
                long now = InstantSource.system().instant().getEpochSecond();
                HttpRequest request = HttpRequest.newBuilder(URI.create(url))
                        .timeout(Duration.ofSeconds(5))
                        .header("Content-Type", "application/json")
                        .header("webhook-id", id)
                        .header("webhook-timestamp", Long.toString(now))
                        .header("webhook-signature", new Webhook(WEBHOOK_SECRET).sign(id, now, body))
                        .POST(HttpRequest.BodyPublishers.ofString(body, StandardCharsets.UTF_8))
                        .build();
                int status = client.send(request, HttpResponse.BodyHandlers.discarding())
                        .statusCode();
                if (status < 300) return;
                System.err.println("chat stand-in: the webhook answered " + status);
            } catch (IOException e) {
                System.err.println("chat stand-in: the webhook can't be reached: " + e);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
            pause(200L << Math.min(i, 5));
        }
    }

    private static void pause(long millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
