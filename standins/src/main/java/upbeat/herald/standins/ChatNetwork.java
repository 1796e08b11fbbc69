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
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;
import tools.jackson.databind.JsonNode;

/**
 * A chat network over HTTP. {@code PUT /v1/templates/{name}} brings a text in to be approved; {@code POST /v1/messages} sends an approved one with
 * parameters and reply buttons, and does so once for each {@code Idempotency-Key}; receipts and pressed buttons go to the webhook as the
 * Standard Webhooks specification says.
 */
public final class ChatNetwork implements Standin {
    public static final String TOKEN = "chat-for-local-use-only";
    public static final String WEBHOOK_SECRET = "whsec_bG9jYWwtdXNlLW9ubHktY2hhdC1zZWNyZXQ=";
    private static final int LONGEST_BODY = 1024;

    private record Template(String language, String body, int parameters) {}

    private record Sent(String id, String to) {}

    private final Phones phones;
    private final WorldClock clock;
    private final HttpClient client = HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build();
    private final Map<String, Template> templates = new ConcurrentHashMap<>();
    private final Map<String, Sent> byKey = new ConcurrentHashMap<>();
    private final AtomicLong numbers = new AtomicLong();
    private final ExecutorService events = Executors.newSingleThreadExecutor(r -> {
        Thread t = new Thread(r, "chat-events");
        t.setDaemon(true);
        return t;
    });
    private volatile String webhook;
    private int port;
    private HttpServer server;

    public ChatNetwork(Phones phones, WorldClock clock, int port) {
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
        if (!("Bearer " + TOKEN).equals(request.headers().get("authorization"))) throw new Http.Refusal(401, "not_authorised", "The token is wrong");
        if (request.path().equals("/v1/health")) return Map.of("status", "up");
        if (request.method().equals("PUT") && request.path().startsWith("/v1/templates/")) return template(request.path().substring("/v1/templates/".length()), request.body());
        if (request.method().equals("POST") && request.path().equals("/v1/messages")) return message(request);
        throw new Http.Refusal(404, "not_scripted", request.method() + " " + request.path() + " is not scripted");
    }

    private Object template(String name, JsonNode body) {
        String text = body.path("body").asString("");
        String refusal = text.isBlank() ? "The text is empty" : text.length() > LONGEST_BODY ? "The text is longer than " + LONGEST_BODY + " characters"
                : text.startsWith("{{") || text.endsWith("}}") ? "A text can't begin or end with a parameter"
                : text.toLowerCase(java.util.Locale.ROOT).contains("win a prize") ? "This is promotion, not a service message" : null;
        if (refusal != null) return Map.of("name", name, "status", "refused", "reason", refusal);
        templates.put(name, new Template(body.path("language").asString("en"), text, body.path("samples").size()));
        return Map.of("name", name, "status", "approved");
    }

    private Object message(Http.Request request) {
        String key = request.headers().get("idempotency-key");
        if (key == null) throw new Http.Refusal(400, "no_key", "Idempotency-Key is missing");
        String to = request.text("to");
        if (to == null || !to.matches("[1-9][0-9]{6,14}")) throw new Http.Refusal(400, "bad_number", "The number wants digits only");
        Template template = templates.get(request.body().path("template").path("name").asString(""));
        if (template == null) throw new Http.Refusal(422, "unknown_template", "There is no approved template of that name");
        List<String> parameters = new ArrayList<>();
        request.body().path("template").path("parameters").forEach(p -> parameters.add(p.asString()));
        if (parameters.size() != template.parameters()) throw new Http.Refusal(422, "parameter_count", "The template takes " + template.parameters() + " parameters");
        if (to.endsWith("99")) throw new Http.Refusal(404, "not_on_network", "This number is not on the network");
        Sent sent = byKey.computeIfAbsent(key, k -> deliver(to, template, parameters, request.body().path("buttons")));
        return Map.of("id", sent.id());
    }

    private Sent deliver(String to, Template template, List<String> parameters, JsonNode buttons) {
        String id = "chat-" + numbers.incrementAndGet();
        String text = template.body();
        for (int i = parameters.size(); i > 0; i--) text = text.replace("{{" + i + "}}", parameters.get(i - 1));
        List<Phones.Button> list = new ArrayList<>();
        buttons.forEach(b -> list.add(new Phones.Button(b.path("id").asString(), b.path("label").asString())));
        phones.add(to, new Phones.Received(id, "whatsapp", "Quillfeather Kites", text, list, clock.instant()));
        tell("message.delivered", Map.of("id", id));
        return new Sent(id, to);
    }

    /** The customer presses a reply button. @param button its id or label */
    public void press(String number, String messageId, String button) {
        Phones.Received message = phones.find(number, messageId).orElseThrow(() -> new Http.Refusal(404, "no_message", "There is no message " + messageId + " on " + number));
        Phones.Button pressed = message.buttons().stream().filter(b -> b.id().equals(button) || b.label().equals(button)).findFirst()
                .orElseThrow(() -> new Http.Refusal(404, "no_button", "The message has no button " + button));
        tell("message.read", Map.of("id", messageId));
        tell("button.pressed", Map.of("id", messageId, "button", pressed.id()));
    }

    private void tell(String type, Map<String, ?> data) {
        Map<String, Object> with = new LinkedHashMap<>(data);
        with.put("at", clock.instant().toString());
        String body = Http.JSON.writeValueAsString(Map.of("type", type, "timestamp", clock.instant().toString(), "data", with));
        String id = "evt-" + numbers.incrementAndGet();
        events.execute(() -> post(id, body));
    }

    /** Tells the webhook until it is taken, ten times at the most, as networks do. */
    private void post(String id, String body) {
        String url = webhook;
        for (int i = 0; i < 10 && url != null; i++) {
            try {
                long now = InstantSource.system().instant().getEpochSecond();
                HttpRequest request = HttpRequest.newBuilder(URI.create(url)).timeout(Duration.ofSeconds(5)).header("Content-Type", "application/json")
                        .header("webhook-id", id).header("webhook-timestamp", Long.toString(now)).header("webhook-signature", new Webhook(WEBHOOK_SECRET).sign(id, now, body))
                        .POST(HttpRequest.BodyPublishers.ofString(body, StandardCharsets.UTF_8)).build();
                int status = client.send(request, HttpResponse.BodyHandlers.discarding()).statusCode();
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
