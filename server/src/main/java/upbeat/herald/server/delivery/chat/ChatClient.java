package upbeat.herald.server.delivery.chat;

import java.io.IOException;
import java.net.URI;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import org.apache.hc.client5.http.classic.methods.HttpUriRequestBase;
import org.apache.hc.core5.http.ContentType;
import org.apache.hc.core5.http.io.entity.StringEntity;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.server.channel.AccountSettings;
import upbeat.herald.server.platform.http.HttpCaller;
import upbeat.herald.server.platform.http.OutboundNetwork;

/** The line to a chat network: HTTP with JSON both ways. */
final class ChatClient implements AutoCloseable {
    private static final JsonMapper JSON = JsonMapper.shared();
    private static final Duration LONGEST_WAIT = Duration.ofHours(1);
    private static final Duration WHOLE = Duration.ofSeconds(15);
    private static final int MOST_BYTES = 1 << 20;

    private final ChatAccount account;
    private final String token;
    private final HttpCaller http;

    ChatClient(ChatAccount account, String token, OutboundNetwork network) {
        this.account = account;
        this.token = token;
        this.http = new HttpCaller(network, Duration.ofSeconds(3));
    }

    static ChatClient of(AccountSettings settings, OutboundNetwork network) {
        return new ChatClient(settings.read(ChatAccount.class), settings.secret("token"), network);
    }

    @Override
    public void close() {
        http.close();
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
    ChatResponse call(String method, String path, @Nullable String key, @Nullable Object body) throws IOException {
        HttpUriRequestBase request = new HttpUriRequestBase(method, URI.create(account.url() + path));
        request.setHeader("Authorization", "Bearer " + token);
        if (key != null) request.setHeader("Idempotency-Key", key);
        if (body != null)
            request.setEntity(new StringEntity(JSON.writeValueAsString(body), ContentType.APPLICATION_JSON));
        HttpCaller.Response response = http.call(request, WHOLE, MOST_BYTES);
        try {
            return new ChatResponse(response.status(), JSON.readTree(response.text()), retryAfter(response));
        } catch (JacksonException e) {
            return new ChatResponse(response.status(), JSON.createObjectNode(), retryAfter(response));
        }
    }

    /**
     * The wait that the other side asks for, in seconds or up to a date (RFC 9110, 10.2.3); never more than an hour.
     */
    private static @Nullable Duration retryAfter(HttpCaller.Response response) {
        String value = response.header("Retry-After").orElse("").strip();
        if (value.isEmpty()) return null;
        Duration wait;
        try {
            wait = value.matches("\\d{1,6}")
                    ? Duration.ofSeconds(Long.parseLong(value))
                    : Duration.between(
                            response.header("Date").map(ChatClient::httpDate).orElseGet(() -> httpDate(value)),
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
    ChatResponse putTemplate(String name, ChatSubmission submission) throws IOException {
        return call("PUT", "/v1/templates/" + name, null, TemplateDocument.of(name, submission));
    }

    ChatResponse getTemplate(String name) throws IOException {
        return call("GET", "/v1/templates/" + name, null, null);
    }
}
