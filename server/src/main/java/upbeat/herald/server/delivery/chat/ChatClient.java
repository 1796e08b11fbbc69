package upbeat.herald.server.delivery.chat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.server.channel.AccountSettings;

/** The line to a chat network: HTTP with JSON both ways. */
final class ChatClient {
    private static final JsonMapper JSON = JsonMapper.shared();
    private static final Duration LONGEST_WAIT = Duration.ofHours(1);
    private final ChatAccount account;
    private final String token;
    private final HttpClient client = HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .connectTimeout(Duration.ofSeconds(3))
            .build();

    ChatClient(ChatAccount account, String token) {
        this.account = account;
        this.token = token;
    }

    static ChatClient of(AccountSettings settings) {
        return new ChatClient(settings.read(ChatAccount.class), settings.secret("token"));
    }

    /** @param body empty where what came is no JSON */
    record ChatResponse(int status, JsonNode body, @Nullable Duration retryAfter) {
        boolean isSuccess() {
            return status < 300;
        }

        /** True where it is what was sent that is wrong, so that sending it again would come to the same. */
        boolean isRejection() {
            return status == 400 || status == 413 || status == 422;
        }

        /** What the network says is wrong. */
        String errorMessage() {
            return body.path("error").path("message").asString("status " + status);
        }

        String errorCode() {
            return body.path("error").path("code").asString("");
        }
    }

    /** @param key the Idempotency-Key, or null; {@code body} or null for none */
    ChatResponse call(String method, String path, @Nullable String key, @Nullable Object body)
            throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(account.url() + path))
                .timeout(Duration.ofSeconds(15))
                .header("Content-Type", "application/json")
                .header("Authorization", "Bearer " + token);
        if (key != null) request.header("Idempotency-Key", key);
        request.method(
                method,
                body == null
                        ? HttpRequest.BodyPublishers.noBody()
                        : HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body)));
        HttpResponse<String> response = client.send(request.build(), HttpResponse.BodyHandlers.ofString());
        try {
            return new ChatResponse(response.statusCode(), JSON.readTree(response.body()), retryAfter(response));
        } catch (JacksonException e) {
            return new ChatResponse(response.statusCode(), JSON.createObjectNode(), retryAfter(response));
        }
    }

    /**
     * The wait that the other side asks for, in seconds or up to a date (RFC 9110, 10.2.3); never more than an hour.
     */
    private static @Nullable Duration retryAfter(HttpResponse<String> response) {
        String value = response.headers().firstValue("Retry-After").orElse("").strip();
        if (value.isEmpty()) return null;
        Duration wait;
        try {
            wait = value.matches("\\d{1,6}")
                    ? Duration.ofSeconds(Long.parseLong(value))
                    : Duration.between(
                            response.headers()
                                    .firstValue("Date")
                                    .map(ChatClient::httpDate)
                                    .orElseGet(() -> httpDate(value)),
                            httpDate(value));
        } catch (DateTimeException e) {
            return null;
        }
        if (wait.isNegative()) return null;
        return wait.compareTo(LONGEST_WAIT) > 0 ? LONGEST_WAIT : wait;
    }

    private static Instant httpDate(String value) {
        return ZonedDateTime.parse(value, DateTimeFormatter.RFC_1123_DATE_TIME).toInstant();
    }

    /** Asks the network to approve a wording. */
    ChatResponse putTemplate(String name, ChatSubmission submission) throws IOException, InterruptedException {
        return call("PUT", "/v1/templates/" + name, null, TemplateDocument.of(name, submission));
    }

    ChatResponse getTemplate(String name) throws IOException, InterruptedException {
        return call("GET", "/v1/templates/" + name, null, null);
    }
}
