package upbeat.herald.server.shopcall;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.WebhookSignature;
import upbeat.herald.server.platform.http.OutboundHttp;
import upbeat.herald.server.platform.outbox.Outbox;
import upbeat.herald.server.platform.outbox.OutboxRepository;
import upbeat.herald.server.platform.outbox.OutboxRepository.OutboxRow;
import upbeat.herald.server.platform.random.RandomIds;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.secret.SecretVault;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.platform.web.NotFoundException;
import upbeat.herald.server.platform.webhook.WebhookEvent;
import upbeat.herald.server.shopcall.ShopCallTargetRepository.Target;

/** Setup, Shops: where a shop is called, and what became of each call. */
@Service
class ShopCallService {
    /** The specification asks for 24 to 64 bytes. */
    private static final int SECRET_BYTES = 32;

    private static final int MOST_LISTED = 50;
    private static final int LONGEST_URL = 500;

    private final ShopCallTargetRepository targets;
    private final OutboxRepository items;
    private final Outbox outbox;
    private final OutboundHttp http;
    private final SecretVault vault;
    private final RandomIds ids;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    ShopCallService(
            ShopCallTargetRepository targets,
            OutboxRepository items,
            Outbox outbox,
            OutboundHttp http,
            SecretVault vault,
            RandomIds ids,
            JdbcClient reader,
            SignallingWriter writer) {
        this.targets = targets;
        this.items = items;
        this.outbox = outbox;
        this.http = http;
        this.vault = vault;
        this.ids = ids;
        this.reader = reader;
        this.writer = writer;
    }

    /** @param url where the shop is called, or null */
    record ShopCallTarget(@Nullable String url) {}

    /**
     * @param state {@code taken}, {@code waiting} (to be tried again), or {@code failed}
     * @param said what the shop said last; {@code nextAt} when it is tried again
     */
    record ShopCallView(
            String id,
            String title,
            Instant at,
            String state,
            int attempts,
            @Nullable Instant lastAt,
            @Nullable Instant nextAt,
            @Nullable String said) {}

    /** @param secret the calls are signed with, for who sets up; null where the shop isn't called */
    record ShopCallsView(
            String version,
            ShopCallTarget document,
            @Nullable String secret,
            List<ShopCallView> calls) {}

    ShopCallsView get(String shop) {
        Target target = targets.find(reader, shop).orElse(null);
        ShopCallTarget document = new ShopCallTarget(target == null ? null : target.url());
        return new ShopCallsView(
                ContentVersion.of(document),
                document,
                target == null || !Role.isCallers(Role.SET_UP)
                        ? null
                        : vault.tryDecrypt(target.encryptedSecret()).orElse(null),
                items.findByTarget(reader, ShopCalls.KIND, shop, MOST_LISTED).stream()
                        .map(ShopCallService::view)
                        .toList());
    }

    ShopCallsView save(String shop, IfMatch match, ShopCallTarget body) {
        String url = Texts.blankToNull(body.url());
        if (url != null && url.length() > LONGEST_URL)
            throw new HeraldException("url", "Enter an address of up to " + LONGEST_URL + " characters");
        if (url != null) validate(url.strip());
        writer.write((db, now) -> {
            Target before = targets.find(db, shop).orElse(null);
            ShopCallTarget was = new ShopCallTarget(before == null ? null : before.url());
            match.check(ContentVersion.of(was), was);
            if (url == null) targets.delete(db, shop);
            else
                targets.save(
                        db,
                        shop,
                        new Target(url.strip(), before == null ? newSecret() : before.encryptedSecret()),
                        now);
            return null;
        });
        return get(shop);
    }

    private void validate(String url) {
        try {
            http.validate(url);
        } catch (HeraldException e) {
            throw new HeraldException("url", "The shop can't be called there: " + e.getMessage());
        }
    }

    ShopCallsView renewSecret(String shop) {
        writer.write((db, now) -> {
            targets.save(db, shop, new Target(known(db, shop).url(), newSecret()), now);
            return null;
        });
        return get(shop);
    }

    ShopCallsView sendTest(String shop) {
        writer.write((db, now) -> {
            known(db, shop);
            String id = outbox.nextId();
            String event = WebhookEvent.write(id, shop, "upbeat.herald.test", shop, Map.of("test", true), now);
            outbox.add(db, id, ShopCalls.KIND, shop, null, "Test call", event, now);
            return null;
        });
        return get(shop);
    }

    ShopCallsView sendAgain(String shop, String id) {
        writer.write((db, now) -> {
            known(db, shop);
            if (!items.sendAgain(db, id, ShopCalls.KIND, shop, now))
                throw new NotFoundException("This call isn't kept any more");
            return null;
        });
        return get(shop);
    }

    private Target known(JdbcClient db, String shop) {
        return targets.find(db, shop)
                .orElseThrow(() -> new HeraldException("url", "Enter the address where the shop is called first"));
    }

    private String newSecret() {
        return vault.encrypt(WebhookSignature.newSecret(ids.newBytes(SECRET_BYTES)));
    }

    private static ShopCallView view(OutboxRow row) {
        String state = row.nextAt() != null ? "waiting" : row.taken() ? "taken" : "failed";
        return new ShopCallView(
                row.item().id(),
                row.item().title(),
                row.item().createdAt(),
                state,
                row.attempts(),
                row.lastAt(),
                row.nextAt(),
                row.said());
    }
}
