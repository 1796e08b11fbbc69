package upbeat.herald.server.delivery;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.server.message.ChannelFallback;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.platform.signal.SignallingWriter;

/**
 * Moves "the first that works" on to its next channel where the one before took too long: its text was not approved, or
 * no delivery receipt came, within the time that the notice sets.
 */
@Component
class ChannelTimeouts {
    /**
     * A receipt takes a moment on the machine's clock, also where the product's clock is moved on by hand: a message is
     * seen to be late twice, this far apart, before anything follows.
     */
    private static final Duration SECOND_LOOK_AFTER = Duration.ofSeconds(5);

    private static final Duration SHORTEST = Duration.ofMinutes(1);
    private static final int AT_ONCE = 200;

    private final MessageRepository messages;
    private final NoticeRepository notices;
    private final ChannelFallback fallback;
    private final JdbcClient reader;
    private final SignallingWriter writer;
    private final InstantSource clock;
    private final Map<Long, Long> firstSeenLate = new HashMap<>();

    ChannelTimeouts(
            MessageRepository messages,
            NoticeRepository notices,
            ChannelFallback fallback,
            JdbcClient reader,
            SignallingWriter writer,
            InstantSource clock) {
        this.messages = messages;
        this.notices = notices;
        this.fallback = fallback;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    synchronized void sweep() {
        Instant now = clock.instant();
        Map<Long, Long> lateBefore = new HashMap<>(firstSeenLate);
        firstSeenLate.clear();
        for (MessageRow m : messages.findStandingBy(reader, now.minus(SHORTEST), AT_ONCE)) {
            Next next = nextOf(m, now);
            if (next == Next.WAIT) continue;
            long seen = lateBefore.getOrDefault(m.seq(), System.nanoTime());
            firstSeenLate.put(m.seq(), seen);
            if (next == Next.MOVE_ON && System.nanoTime() - seen < SECOND_LOOK_AFTER.toNanos()) continue;
            writer.write((db, at) -> {
                messages.find(db, m.seq()).filter(is -> nextOf(is, at) == next).ifPresent(is -> {
                    if (next == Next.MOVE_ON) moveOn(db, is);
                    else messages.clearStandBy(db, is.seq(), null);
                });
                return null;
            });
        }
    }

    private enum Next {
        WAIT,
        MOVE_ON,
        /** Old news by now, or nobody's: nothing follows. */
        LET_GO
    }

    private Next nextOf(MessageRow m, Instant now) {
        Instant since = since(m);
        if (m.state().standBy().isEmpty() || since == null) return Next.WAIT;
        Notice notice = notices.find(reader, m.origin().noticeId()).orElse(null);
        if (notice == null || !since.plus(notice.timing().ageLimit()).isAfter(now)) return Next.LET_GO;
        return since.plus(notice.routing().fallbackAfter()).isAfter(now) ? Next.WAIT : Next.MOVE_ON;
    }

    /** From when the wait counts; null where this message isn't waited for. */
    private static @Nullable Instant since(MessageRow m) {
        if (m.state().status() == MessageStatus.WAITING
                && MessageRepository.NOT_APPROVED.equals(m.state().reasonCode()))
            return m.times().dueAt();
        if (m.state().status() == MessageStatus.ACCEPTED && m.sent().gatewayRef() != null)
            return m.times().sentAt();
        return null;
    }

    private void moveOn(JdbcClient db, MessageRow m) {
        if (m.state().status() == MessageStatus.WAITING)
            fallback.hold(
                    db,
                    m,
                    new Reason(
                            Reason.Code.NO_WORDING, "The text wasn't approved in time, so another channel was used"));
        else {
            fallback.planNext(db, m);
            messages.clearStandBy(db, m.seq(), "No delivery receipt came in time, so another channel was used as well");
        }
    }
}
