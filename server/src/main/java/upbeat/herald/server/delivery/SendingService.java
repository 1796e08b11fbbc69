package upbeat.herald.server.delivery;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.notice.FloodLimit;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.delivery.SendingStop.Scope;
import upbeat.herald.server.message.DailyLimitService;
import upbeat.herald.server.message.DueMessageRepository;
import upbeat.herald.server.message.FloodLimitSetting;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.ValidationException;

/** What is stopped, stopped and let go by a person. */
@Service
class SendingService {
    private static final int MOST_FLOOR = 1_000_000;
    private static final int MOST_TIMES = 100;
    private static final int EXAMPLES = 3;

    private final SendingStops stops;
    private final DueMessageRepository due;
    private final FloodGuard guard;
    private final NoticeRepository notices;
    private final DailyLimitService limits;
    private final SignallingWriter writer;
    private final JdbcClient reader;
    private final FloodLimitSetting floodLimit;

    SendingService(
            SendingStops stops,
            DueMessageRepository due,
            FloodGuard guard,
            NoticeRepository notices,
            DailyLimitService limits,
            SignallingWriter writer,
            JdbcClient reader,
            FloodLimitSetting floodLimit) {
        this.stops = stops;
        this.due = due;
        this.guard = guard;
        this.notices = notices;
        this.limits = limits;
        this.writer = writer;
        this.reader = reader;
        this.floodLimit = floodLimit;
    }

    /**
     * @param scope {@code all}, {@code channel/...} or {@code notice/...}
     * @param channel its code, where it is about one; {@code notice} the name of the one it is about
     * @param by who stopped it; empty where it stopped by itself, and {@code reason} says why
     * @param held messages that would leave now; {@code examples} some of them
     */
    record HeldSending(
            String scope,
            @Nullable String channel,
            @Nullable String notice,
            Instant since,
            String by,
            @Nullable String reason,
            int held,
            List<DueMessageRepository.DueMessage> examples) {}

    /**
     * @param limit of the flood guard
     * @param dailyLimit messages per customer and day at most, or null
     */
    record Sending(
            List<HeldSending> stops,
            FloodLimit limit,
            @Nullable Integer dailyLimit) {}

    /** @param most messages per customer and day, or null for no limit */
    record DailyLimitBody(@Nullable Integer most) {}

    record ScopeBody(String scope) {}

    record Dropped(int count) {}

    Sending get() {
        Instant now = writer.now();
        Map<String, String> names =
                notices.findAll(reader).stream().collect(Collectors.toMap(Notice::id, Notice::name));
        return new Sending(
                stops.list().stream().map(s -> view(s, names, now)).toList(),
                floodLimit.find(reader),
                limits.findMost(reader));
    }

    private HeldSending view(SendingStop stop, Map<String, String> names, Instant now) {
        Scope scope = stop.scope();
        String id = scope.noticeId();
        return new HeldSending(
                scope.code(),
                scope.channel(),
                id == null ? null : names.getOrDefault(id, id),
                stop.since(),
                stop.by(),
                stop.reason(),
                due.count(reader, scope.toMessages(), now),
                due.find(reader, scope.toMessages(), now, EXAMPLES));
    }

    Sending stop(ScopeBody body, String by) {
        stops.stop(new SendingStop(parse(body), writer.now(), by, null));
        return get();
    }

    Sending resume(ScopeBody body) {
        Scope scope = parse(body);
        String noticeId = scope.noticeId();
        if (noticeId != null) {
            writer.write((db, now) -> {
                guard.letGo(db, noticeId, now);
                return null;
            });
            guard.forget();
        }
        stops.resume(scope);
        return get();
    }

    Dropped drop(ScopeBody body, String by) {
        return new Dropped(stops.drop(parse(body), by));
    }

    FloodLimit saveLimit(FloodLimit limit) {
        ValidationException errors = new ValidationException();
        if (limit.floor() < 1 || limit.floor() > MOST_FLOOR)
            errors.add("floor", "Enter 1 to " + MOST_FLOOR + " messages");
        if (limit.times() < 1 || limit.times() > MOST_TIMES) errors.add("times", "Enter 1 to " + MOST_TIMES + " times");
        errors.throwIfAny();
        writer.write((db, now) -> {
            floodLimit.save(db, limit);
            return null;
        });
        guard.forget();
        return limit;
    }

    DailyLimitBody saveDailyLimit(DailyLimitBody limit) {
        writer.write((db, now) -> {
            limits.save(db, limit.most());
            return null;
        });
        return limit;
    }

    private Scope parse(ScopeBody body) {
        Scope scope = new Scope(String.valueOf(body.scope()));
        String channel = scope.channel();
        String notice = scope.noticeId();
        boolean isKnown = channel != null
                ? Channel.fromCode(channel).isPresent()
                : notice == null
                        || stops.list().stream().anyMatch(s -> s.scope().equals(scope))
                        || notices.find(reader, notice).isPresent();
        if (!scope.isValid() || !isKnown)
            throw new HeraldException("scope", "Choose everything, a channel or a notice to stop");
        return scope;
    }
}
