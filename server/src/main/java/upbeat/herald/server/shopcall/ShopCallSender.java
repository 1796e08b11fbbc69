package upbeat.herald.server.shopcall;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.WebhookSignature;
import upbeat.herald.server.platform.http.HttpCaller;
import upbeat.herald.server.platform.http.OutboundHttp;
import upbeat.herald.server.platform.outbox.OutboxItem;
import upbeat.herald.server.platform.outbox.OutboxSender;
import upbeat.herald.server.platform.secret.SecretVault;
import upbeat.herald.server.platform.time.WallClock;

/**
 * Calls shops, signed as the Standard Webhooks specification says: {@code webhook-id}, {@code webhook-timestamp} and
 * {@code webhook-signature}. A status of 200 to 299 means that the shop has it; 410 that it never wants to be called
 * so; everything else is tried again.
 */
@Component
class ShopCallSender implements OutboxSender {
    /** The specification recommends 15 to 30 seconds. */
    private static final Duration WHOLE = Duration.ofSeconds(20);

    private static final int GONE = 410;
    private static final int LONGEST_SAID = 200;

    private final ShopCallTargetRepository targets;
    private final SecretVault vault;
    private final OutboundHttp http;
    private final WallClock wallClock;
    private final JdbcClient reader;

    ShopCallSender(
            ShopCallTargetRepository targets,
            SecretVault vault,
            OutboundHttp http,
            WallClock wallClock,
            JdbcClient reader) {
        this.targets = targets;
        this.vault = vault;
        this.http = http;
        this.wallClock = wallClock;
        this.reader = reader;
    }

    @Override
    public String kind() {
        return ShopCalls.KIND;
    }

    @Override
    public Result send(OutboxItem item) {
        ShopCallTargetRepository.Target target =
                targets.find(reader, Objects.requireNonNull(item.target())).orElse(null);
        if (target == null) return new Result.Refused("The shop isn't called any more");
        String secret = vault.tryDecrypt(target.encryptedSecret()).orElse(null);
        if (secret == null) return new Result.Refused("The secret can't be read. Make a new one");
        try {
            return judge(http.post(
                    target.url(), item.body().getBytes(StandardCharsets.UTF_8), headers(item, secret), WHOLE));
        } catch (HeraldException e) {
            return new Result.Later(Texts.orEmpty(e.getMessage()));
        }
    }

    /** The time is the machine's: who is called compares it with its own. */
    private Map<String, String> headers(OutboxItem item, String secret) {
        long at = wallClock.instant().getEpochSecond();
        Map<String, String> headers = new LinkedHashMap<>();
        headers.put("Content-Type", ShopCallEvent.CONTENT_TYPE);
        headers.put("webhook-id", item.id());
        headers.put("webhook-timestamp", Long.toString(at));
        byte[] body = item.body().getBytes(StandardCharsets.UTF_8);
        headers.put("webhook-signature", WebhookSignature.sign(secret, item.id(), at, body));
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
