package upbeat.herald.core.forecast;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * What one order's customer would have been sent otherwise.
 *
 * @param before as another plan would have sent it, or null
 * @param after as this plan would have sent it, or null
 */
public record ReplayDifference(
        Kind kind,
        @Nullable ReplayedMessage before,
        @Nullable ReplayedMessage after) {
    public enum Kind {
        /** Sent under this plan only. */
        ADDED,
        /** Sent under the other plan only. */
        REMOVED,
        /** In other words, at the same time or another. */
        REWORDED,
        /** At another time. */
        RESCHEDULED
    }

    /** What differs between two replays of one order, in the order of time. Only what is sent counts. */
    public static List<ReplayDifference> findBetween(List<ReplayedMessage> before, List<ReplayedMessage> after) {
        Map<String, ReplayedMessage> left = new LinkedHashMap<>();
        before.stream().filter(ReplayedMessage::isSent).forEach(m -> left.put(m.key(), m));
        List<ReplayDifference> found = new ArrayList<>();
        for (ReplayedMessage m : after) {
            if (!m.isSent()) continue;
            ReplayedMessage other = left.remove(m.key());
            if (other == null) found.add(new ReplayDifference(Kind.ADDED, null, m));
            else if (!isWordedAlike(other, m)) found.add(new ReplayDifference(Kind.REWORDED, other, m));
            else if (!other.times().at().equals(m.times().at()))
                found.add(new ReplayDifference(Kind.RESCHEDULED, other, m));
        }
        left.values().forEach(m -> found.add(new ReplayDifference(Kind.REMOVED, m, null)));
        found.sort((a, b) -> a.any().times().at().compareTo(b.any().times().at()));
        return found;
    }

    /** The message, as it is after where it is there. */
    public ReplayedMessage any() {
        return after != null ? after : Objects.requireNonNull(before);
    }

    private static boolean isWordedAlike(ReplayedMessage one, ReplayedMessage other) {
        MessageWriter.Written a = Objects.requireNonNull(one.written());
        MessageWriter.Written b = Objects.requireNonNull(other.written());
        if (!Objects.equals(a.language(), b.language())) return false;
        // Of what was really sent only the finished text is kept, not what it was made from.
        return a.wording() == null || b.wording() == null || a.wording().equals(b.wording());
    }
}
