package upbeat.herald.server.delivery;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.FloodLimit;
import upbeat.herald.server.delivery.SendingStop.Scope;
import upbeat.herald.server.message.FloodLimitSetting;
import upbeat.herald.server.platform.persistence.SettingRepository;

/**
 * Stops a notice that is about to say far more in ten minutes than it ever did at that hour of the week. What is over
 * its limit waits until somebody has looked at it.
 */
@Component
class FloodGuard {
    private static final Logger LOG = LoggerFactory.getLogger(FloodGuard.class);
    private static final String RELEASED = "flood.released.";
    private static final Duration REMEMBERED = Duration.ofDays(57); // eight weeks, and the hour itself
    /** For so long after somebody let a flood go, the same notice isn't stopped again. */
    private static final Duration LET_GO = Duration.ofHours(2);

    private final SendingStopRepository repository;
    private final SendingStops stops;
    private final FloodLimitSetting limit;
    private final SettingRepository settings;
    private final JdbcClient reader;
    private final InstantSource clock;
    private final Map<String, Count> counts = new HashMap<>();

    /** What one notice may say in the ten minutes that run. */
    private static final class Count {
        final long slot;
        final int most;
        final int mostEver;
        int admitted;

        Count(long slot, int most, int mostEver, int admitted) {
            this.slot = slot;
            this.most = most;
            this.mostEver = mostEver;
            this.admitted = admitted;
        }
    }

    FloodGuard(
            SendingStopRepository repository,
            SendingStops stops,
            FloodLimitSetting limit,
            SettingRepository settings,
            JdbcClient reader,
            InstantSource clock) {
        this.repository = repository;
        this.stops = stops;
        this.limit = limit;
        this.settings = settings;
        this.reader = reader;
        this.clock = clock;
    }

    /** A changed limit holds at once. */
    synchronized void forget() {
        counts.clear();
    }

    /** Somebody looked at what was held and let it go. */
    void letGo(JdbcClient db, String noticeId, Instant now) {
        settings.put(db, RELEASED + noticeId, now.plus(LET_GO).toString());
    }

    /** True where a message of this notice may leave now; where not, the notice is stopped. */
    synchronized boolean admit(String noticeId) {
        Instant now = clock.instant();
        long slot = FloodLimit.slotOf(now);
        Count count = counts.get(noticeId);
        if (count == null || count.slot != slot) {
            count = load(noticeId, slot, now);
            counts.put(noticeId, count);
        }
        if (count.admitted < count.most) {
            count.admitted++;
            return true;
        }
        String reason = count.admitted + " messages in ten minutes; the most so far at this hour of the week was "
                + count.mostEver;
        if (stops.stop(new SendingStop(Scope.ofNotice(noticeId), now, "", reason)))
            LOG.warn("Notice {} was stopped: {}", noticeId, reason);
        return false;
    }

    /** What was admitted didn't leave after all. */
    synchronized void takeBack(String noticeId) {
        Count count = counts.get(noticeId);
        if (count != null && count.admitted > 0) count.admitted--;
    }

    private Count load(String noticeId, long slot, Instant now) {
        List<SendingStopRepository.SlotCount> rates =
                repository.findRates(reader, noticeId, FloodLimit.slotOf(now.minus(REMEMBERED)));
        int before = 0;
        int mostEver = 0;
        for (SendingStopRepository.SlotCount p : rates) {
            if (p.slot() == slot) before = p.count();
            else if (FloodLimit.isSameHour(p.slot(), slot)) mostEver = Math.max(mostEver, p.count());
        }
        boolean isLetGo = settings.find(reader, RELEASED + noticeId)
                .map(Instant::parse)
                .filter(now::isBefore)
                .isPresent();
        return new Count(slot, isLetGo ? Integer.MAX_VALUE : limit.find(reader).most(mostEver), mostEver, before);
    }
}
