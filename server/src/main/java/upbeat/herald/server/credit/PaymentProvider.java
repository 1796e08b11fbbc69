package upbeat.herald.server.credit;

import java.io.IOException;
import java.math.BigDecimal;
import java.net.ConnectException;
import java.net.URI;
import java.net.UnknownHostException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import org.apache.hc.client5.http.classic.methods.HttpPost;
import org.apache.hc.core5.http.ContentType;
import org.apache.hc.core5.http.io.entity.ByteArrayEntity;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.server.platform.http.HttpCaller;
import upbeat.herald.server.platform.http.OutboundNetwork;
import upbeat.herald.server.platform.persistence.Json;

/**
 * Whoever takes the team's money, where there is one ({@code herald.payments.url}): {@code POST /payments} with an id
 * of ours, under which the same payment is never taken twice. Without one, payments are entered by hand.
 */
@Component
class PaymentProvider implements AutoCloseable {
    private static final Duration CONNECT = Duration.ofSeconds(5);
    private static final Duration PATIENCE = Duration.ofSeconds(20);
    private static final int MOST_BYTES = 64 << 10;

    private final String url;
    private final String token;
    private final HttpCaller http = new HttpCaller(OutboundNetwork.ANYWHERE, CONNECT);

    PaymentProvider(@Value("${herald.payments.url:}") String url, @Value("${herald.payments.token:}") String token) {
        this.url = url.replaceAll("/+$", "");
        this.token = token;
    }

    boolean isThere() {
        return !url.isEmpty();
    }

    /** How it ended. */
    sealed interface Result {
        record Paid() implements Result {}

        /** @param reason in the service's words */
        record Declined(String reason) implements Result {}

        /** It wasn't reached, so nothing was paid. */
        record NotReached() implements Result {}

        /** It may have been paid: only asking again, with the same id, can tell. */
        record Unknown() implements Result {}
    }

    /** Asking again with the same id is safe. */
    Result pay(String id, BigDecimal amount, String currency) {
        HttpPost post = new HttpPost(URI.create(url + "/payments"));
        post.setHeader("Authorization", "Bearer " + token);
        post.setEntity(new ByteArrayEntity(
                Json.write(Map.of("id", id, "amount", amount.toPlainString(), "currency", currency))
                        .getBytes(StandardCharsets.UTF_8),
                ContentType.APPLICATION_JSON));
        HttpCaller.Response answer;
        try {
            answer = http.call(post, PATIENCE, MOST_BYTES);
        } catch (ConnectException | UnknownHostException e) {
            return new Result.NotReached();
        } catch (IOException e) {
            return new Result.Unknown();
        }
        JsonNode said = read(answer);
        String status = answer.status() == 200 ? said.path("status").asString("") : "";
        return switch (status) {
            case "paid" -> new Result.Paid();
            case "declined" -> new Result.Declined(said.path("message").asString("no reason given"));
            default -> new Result.Unknown();
        };
    }

    private static JsonNode read(HttpCaller.Response answer) {
        try {
            return JsonMapper.shared().readTree(answer.text());
        } catch (JacksonException e) {
            return JsonMapper.shared().createObjectNode();
        }
    }

    @Override
    public void close() {
        http.close();
    }
}
