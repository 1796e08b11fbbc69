package upbeat.herald.server.dispatch;

import java.io.IOException;
import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpConnectTimeoutException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Question;
import upbeat.herald.server.Settings;

/** The chat network over HTTP. A message goes as the name of an approved template with parameters and reply buttons; its id is the Idempotency-Key. */
final class ChatGateway implements Gateway {
    private static final JsonMapper JSON = JsonMapper.shared();

    private final Settings.Chat settings;
    private final ChatTemplates templates;
    private final HttpClient client = HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).connectTimeout(Duration.ofSeconds(3)).build();

    ChatGateway(Settings.Chat settings, ChatTemplates templates) {
        this.settings = settings;
        this.templates = templates;
    }

    @Override
    public Channel channel() {
        return Channel.WHATSAPP;
    }

    @Override
    public int lanes() {
        return 4;
    }

    @Override
    public boolean knowsIds() {
        return true;
    }

    @Override
    public HandOver handOver(Outgoing m) {
        String name = ChatTemplates.name(m);
        try {
            Optional<HandOver> notApproved = approve(name, m);
            if (notApproved.isPresent()) return notApproved.get();
            List<Map<String, String>> buttons = m.question() == null ? List.of() : m.question().buttons().stream().map(b -> Map.of("id", b.id(), "label", b.label())).toList();
            HttpResponse<String> answer = call("POST", "/v1/messages", m.id(), Map.of("to", m.to().replaceAll("\\D", ""),
                    "template", Map.of("name", name, "language", m.language(), "parameters", m.content().parameters()), "buttons", buttons));
            return answered(answer, () -> new HandOver.Accepted(JSON.readTree(answer.body()).path("id").asString()));
        } catch (ConnectException | HttpConnectTimeoutException e) {
            return new HandOver.Away("The chat network can't be reached");
        } catch (IOException e) {
            return new HandOver.Unsure("The line to the chat network broke while the message was on it");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return new HandOver.Unsure("Stopped while the message was handed over");
        }
    }

    /** Brings the wording in as a template where the network does not have it yet. Empty once it is approved. */
    private Optional<HandOver> approve(String name, Outgoing m) throws IOException, InterruptedException {
        Optional<ChatTemplates.Known> known = templates.find(name);
        if (known.isEmpty()) {
            HttpResponse<String> answer = call("PUT", "/v1/templates/" + name, null, Map.of("language", m.language(), "body", m.content().template().body(), "samples", m.content().parameters(),
                    "buttons", m.question() == null ? List.of() : m.question().buttons().stream().map(Question.Button::label).toList()));
            if (answer.statusCode() != 200) return Optional.of(answered(answer, () -> new HandOver.Later("The chat network has not judged the wording yet")));
            JsonNode said = JSON.readTree(answer.body());
            known = Optional.of(templates.keep(name, said.path("status").asString(), said.path("reason").asString(null)));
        }
        return known.get().approved() ? Optional.empty() : Optional.of(new HandOver.Refused("The chat network refused the wording: " + known.get().reason()));
    }

    private static HandOver answered(HttpResponse<String> answer, java.util.function.Supplier<HandOver> good) {
        int status = answer.statusCode();
        if (status < 300) return good.get();
        String said;
        try {
            said = JSON.readTree(answer.body()).path("error").path("message").asString("status " + status);
        } catch (tools.jackson.core.JacksonException e) {
            said = "status " + status;
        }
        if (status == 401 || status == 403) return new HandOver.Away("The chat network refuses the log-in");
        return status == 429 || status >= 500 ? new HandOver.Later("The chat network answered: " + said) : new HandOver.Refused("The chat network answered: " + said);
    }

    private HttpResponse<String> call(String method, String path, String key, Object body) throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(settings.url() + path)).timeout(Duration.ofSeconds(15)).header("Content-Type", "application/json").header("Authorization", "Bearer " + settings.token());
        if (key != null) request.header("Idempotency-Key", key);
        request.method(method, body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body)));
        return client.send(request.build(), HttpResponse.BodyHandlers.ofString());
    }

    @Override
    public Optional<String> away() {
        try {
            int status = call("GET", "/v1/health", null, null).statusCode();
            return status == 200 ? Optional.empty() : Optional.of(status == 401 ? "The chat network refuses the log-in" : "The chat network answers with status " + status);
        } catch (IOException e) {
            return Optional.of("The chat network can't be reached");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.of("Stopped");
        }
    }
}
