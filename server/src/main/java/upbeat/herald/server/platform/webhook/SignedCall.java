package upbeat.herald.server.platform.webhook;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.WebhookSignature;
import upbeat.herald.server.platform.http.HttpCaller;
import upbeat.herald.server.platform.http.OutboundHttp;
import upbeat.herald.server.platform.outbox.OutboxSender.Result;
import upbeat.herald.server.platform.time.WallClock;

/**
 * Posts a CloudEvent, signed as the Standard Webhooks specification says: {@code webhook-id}, {@code webhook-timestamp}
 * and {@code webhook-signature}. A status of 200 to 299 means that the other side has it; 410 that it never wants to be
 * called so; everything else is worth another try.
 */
@Component
public class SignedCall {
    /** CloudEvents JSON event format 1.0, structured mode. */
    private static final String CONTENT_TYPE = "application/cloudevents+json; charset=utf-8";
    /** The specification recommends 15 to 30 seconds. */
    private static final Duration WHOLE = Duration.ofSeconds(20);

    private static final int GONE = 410;
    private static final int LONGEST_SAID = 200;

    private final OutboundHttp http;
    private final WallClock wallClock;

    SignedCall(OutboundHttp http, WallClock wallClock) {
        this.http = http;
        this.wallClock = wallClock;
    }

    /**
     * @param secrets that sign it, one signature each: while a secret is being changed, the new one and the one before
     * @param id the same at every try
     */
    public Result post(String url, List<String> secrets, String id, String event) {
        byte[] body = event.getBytes(StandardCharsets.UTF_8);
        try {
            return judge(http.post(url, body, headers(secrets, id, body), WHOLE));
        } catch (HeraldException e) {
            return new Result.Later(Texts.orEmpty(e.getMessage()));
        }
    }

    /** The time is the machine's: who is called compares it with its own. */
    private Map<String, String> headers(List<String> secrets, String id, byte[] body) {
        long at = wallClock.instant().getEpochSecond();
        Map<String, String> headers = new LinkedHashMap<>();
        headers.put("Content-Type", CONTENT_TYPE);
        headers.put("webhook-id", id);
        headers.put("webhook-timestamp", Long.toString(at));
        headers.put(
                "webhook-signature",
                secrets.stream()
                        .map(secret -> WebhookSignature.sign(secret, id, at, body))
                        .collect(Collectors.joining(" ")));
        return headers;
    }

    private static Result judge(HttpCaller.Response answer) {
        String said = "Status " + answer.status();
        String text = new String(
                        answer.body(), 0, Math.min(answer.body().length, 4 * LONGEST_SAID), StandardCharsets.UTF_8)
                .replaceAll("[\\p{Cntrl}\\s]+", " ")
                .strip();
        if (!text.isEmpty() && !text.startsWith("<"))
            said += ": " + (text.length() > LONGEST_SAID ? text.substring(0, LONGEST_SAID) + "…" : text);
        if (answer.status() >= 200 && answer.status() < 300) return new Result.Taken(said);
        if (answer.status() == GONE) return new Result.Refused(said);
        if (answer.status() >= 300 && answer.status() < 400)
            return new Result.Later(said + ". Redirects aren't followed; enter the address it leads to");
        return new Result.Later(said);
    }
}
