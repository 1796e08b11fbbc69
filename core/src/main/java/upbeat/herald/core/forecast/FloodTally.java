package upbeat.herald.core.forecast;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import upbeat.herald.core.notice.FloodLimit;

/** How much each notice says in ten minutes, and where the flood guard would have stopped it. */
final class FloodTally {
    private static final Duration SLOT = Duration.ofMinutes(10);
    private static final int MOST_ALARMS = 20;

    private final Map<String, TreeMap<Long, Integer>> slots = new TreeMap<>();

    void add(String noticeId, Instant at) {
        slots.computeIfAbsent(noticeId, id -> new TreeMap<>()).merge(FloodLimit.slotOf(at), 1, Integer::sum);
    }

    void add(FloodTally other) {
        other.slots.forEach((id, theirs) -> {
            TreeMap<Long, Integer> mine = slots.computeIfAbsent(id, k -> new TreeMap<>());
            theirs.forEach((slot, count) -> mine.merge(slot, count, Integer::sum));
        });
    }

    /** The first ones, in the order of time. What is over the limit is held, so that it raises no later limit. */
    List<RehearsalFigures.FloodAlarm> listAlarms(FloodLimit limit) {
        List<RehearsalFigures.FloodAlarm> alarms = new ArrayList<>();
        slots.forEach((id, counts) -> {
            if (counts.values().stream().noneMatch(n -> n > limit.floor())) return;
            List<Map.Entry<Long, Integer>> before = new ArrayList<>();
            counts.forEach((slot, count) -> {
                int mostEver = before.stream()
                        .filter(b -> FloodLimit.isSameHour(b.getKey(), slot))
                        .mapToInt(Map.Entry::getValue)
                        .max()
                        .orElse(0);
                int most = limit.most(mostEver);
                if (count > most)
                    alarms.add(new RehearsalFigures.FloodAlarm(
                            id, Instant.ofEpochSecond(slot * SLOT.toSeconds()), count, most));
                before.add(Map.entry(slot, Math.min(count, most)));
            });
        });
        alarms.sort(Comparator.comparing(RehearsalFigures.FloodAlarm::at)
                .thenComparing(RehearsalFigures.FloodAlarm::noticeId));
        return alarms.stream().limit(MOST_ALARMS).toList();
    }
}
