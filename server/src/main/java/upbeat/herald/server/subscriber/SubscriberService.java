package upbeat.herald.server.subscriber;

import java.time.Duration;
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
import upbeat.herald.server.platform.outbox.OutboxSender.Result;
import upbeat.herald.server.platform.random.RandomIds;
import upbeat.herald.server.platform.secret.SecretVault;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;
import upbeat.herald.server.platform.web.ValidationException;
import upbeat.herald.server.platform.webhook.SignedCall;
import upbeat.herald.server.platform.webhook.WebhookEvent;
import upbeat.herald.server.subscriber.EventLogRepository.Delivery;

/** Setup, Events: who is told of what happens, and what became of each call. */
@Service
class SubscriberService {
    /** The specification asks for 24 to 64 bytes. */
    private static final int SECRET_BYTES = 32;
    /** For so long both secrets sign, so that the other side can change its own without a gap. */
    private static final Duration BOTH_HOLD = Duration.ofHours(24);

    private static final int MOST = 20;
    private static final int MOST_LISTED = 100;
    private static final int LONGEST_URL = 500;
    private static final int LONGEST_NAME = 60;

    private final SubscriberRepository subscribers;
    private final EventLogRepository log;
    private final EventLoops loops;
    private final OutboundHttp http;
    private final SignedCall calls;
    private final Keys keys;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    SubscriberService(
            SubscriberRepository subscribers,
            EventLogRepository log,
            EventLoops loops,
            OutboundHttp http,
            SignedCall calls,
            Keys keys,
            JdbcClient reader,
            SignallingWriter writer) {
        this.subscribers = subscribers;
        this.log = log;
        this.loops = loops;
        this.http = http;
        this.calls = calls;
        this.keys = keys;
        this.reader = reader;
        this.writer = writer;
    }

    /** Ids and secrets. */
    @org.springframework.stereotype.Component
    record Keys(RandomIds ids, SecretVault vault) {
        String newSecret() {
            return vault.encrypt(WebhookSignature.newSecret(ids.newBytes(SECRET_BYTES)));
        }
    }

    /** @param kinds of events, see {@link EventKind}; {@code on} false to tell nothing for now */
    record SubscriberBody(String name, String url, List<String> kinds, boolean on) {}

    /**
     * @param secret that signs the calls, or null where it can't be read
     * @param secretBeforeUntil until when the secret before signs as well, or null
     * @param behind events it hasn't been told of yet
     * @param nextAt when it is called again after failures in a row, or null
     */
    record SubscriberView(
            String id,
            String name,
            String url,
            List<String> kinds,
            boolean on,
            @Nullable String secret,
            @Nullable Instant secretBeforeUntil,
            long behind,
            @Nullable Instant nextAt) {}

    /** @param keptSince from when on events can be told again, or null where there are none */
    record SubscribersView(
            List<SubscriberView> subscribers, @Nullable Instant keptSince) {}

    /** @param type of the event; {@code state} is {@code taken}, {@code waiting} or {@code failed} */
    record DeliveryView(
            long seq,
            String type,
            String shop,
            String order,
            Instant at,
            String state,
            int attempts,
            @Nullable String said,
            @Nullable Instant nextAt) {}

    /** @param since events from then on are told again */
    record ReplayBody(Instant since) {}

    record TestResult(boolean good, String said) {}

    SubscribersView list() {
        return new SubscribersView(
                subscribers.findAll(reader).stream().map(this::view).toList(),
                log.findFirst(reader).orElse(null));
    }

    private SubscriberView view(Subscriber s) {
        Instant until = s.secrets().beforeUntil();
        return new SubscriberView(
                s.id(),
                s.name(),
                s.url(),
                s.kinds().stream().map(EventKind::code).toList(),
                s.isLive(),
                keys.vault().tryDecrypt(s.secrets().current()).orElse(null),
                until != null && writer.now().isBefore(until) ? until : null,
                log.countBehind(reader, s),
                s.nextAt());
    }

    SubscriberView add(SubscriberBody body) {
        validate(body);
        String id = keys.ids().newId("sub_");
        writer.write((db, now) -> {
            if (subscribers.findAll(db).size() >= MOST)
                throw new HeraldException("name", "There are " + MOST + " subscribers already. Delete one first");
            subscribers.insert(db, of(id, body, new Subscriber.Secrets(keys.newSecret(), null, null)), now);
            return null;
        });
        loops.update();
        return view(get(id));
    }

    SubscriberView change(String id, SubscriberBody body) {
        validate(body);
        Subscriber before = get(id);
        writer.write((db, now) -> subscribers.update(db, of(id, body, before.secrets())));
        return view(get(id));
    }

    void delete(String id) {
        writer.write((db, now) -> {
            if (!subscribers.delete(db, id)) throw notFound();
            return null;
        });
        loops.update();
    }

    SubscriberView renewSecret(String id) {
        get(id);
        writer.write((db, now) -> {
            subscribers.renewSecret(db, id, keys.newSecret(), now.plus(BOTH_HOLD));
            return null;
        });
        return view(get(id));
    }

    /** Calls at once with an event that means nothing. */
    TestResult test(String id) {
        Subscriber s = get(id);
        String secret = keys.vault()
                .tryDecrypt(s.secrets().current())
                .orElseThrow(() -> new HeraldException("secret", "The secret can't be read. Make a new one"));
        String event = keys.ids().newId("evt_");
        Result result = calls.post(
                s.url(),
                List.of(secret),
                event,
                WebhookEvent.write(event, "-", "upbeat.herald.test", s.name(), Map.of("test", true), writer.now()));
        return new TestResult(result instanceof Result.Taken, result.said());
    }

    SubscriberView replay(String id, ReplayBody body) {
        get(id);
        if (body.since() == null) throw new HeraldException("since", "Choose from when on events are sent again");
        writer.write((db, now) -> {
            subscribers.replay(db, id, body.since());
            return null;
        });
        return view(get(id));
    }

    List<DeliveryView> listDeliveries(String id) {
        get(id);
        return log.findDeliveries(reader, id, MOST_LISTED).stream()
                .map(SubscriberService::view)
                .toList();
    }

    void sendAgain(String id, long seq) {
        writer.write((db, now) -> {
            if (!log.sendAgain(db, id, seq, now)) throw new NotFoundException("This call isn't kept any more");
            return null;
        });
    }

    private static DeliveryView view(Delivery d) {
        return new DeliveryView(
                d.seq(),
                EventWriter.typeOf(d.kind(), d.detail()),
                d.shop(),
                d.order(),
                d.at(),
                d.state(),
                d.attempts(),
                d.said(),
                d.nextAt());
    }

    private Subscriber get(String id) {
        return subscribers.find(reader, id).orElseThrow(SubscriberService::notFound);
    }

    private static NotFoundException notFound() {
        return new NotFoundException("This subscriber was deleted");
    }

    private static Subscriber of(String id, SubscriberBody body, Subscriber.Secrets secrets) {
        return new Subscriber(
                id,
                body.name().strip(),
                body.url().strip(),
                body.kinds().stream()
                        .flatMap(k -> EventKind.fromCode(k).stream())
                        .distinct()
                        .toList(),
                body.on(),
                secrets,
                0,
                0,
                null);
    }

    private void validate(SubscriberBody body) {
        ValidationException errors = new ValidationException();
        String name = Texts.orEmpty(body.name()).strip();
        errors.check(!name.isEmpty() && name.length() <= LONGEST_NAME, "name", "Enter a name of up to 60 characters");
        List<String> kinds = body.kinds() == null ? List.of() : body.kinds();
        errors.check(
                !kinds.isEmpty()
                        && kinds.stream().allMatch(k -> EventKind.fromCode(k).isPresent()),
                "kinds",
                "Choose at least one kind of event");
        String url = Texts.orEmpty(body.url()).strip();
        errors.check(
                !url.isEmpty() && url.length() <= LONGEST_URL,
                "url",
                "Enter an address of up to " + LONGEST_URL + " characters");
        errors.throwIfAny();
        try {
            http.validate(url);
        } catch (HeraldException e) {
            throw new HeraldException("url", "It can't be called there: " + e.getMessage());
        }
    }
}
