package upbeat.herald.core.notice;

import java.time.Duration;
import java.time.Instant;

/**
 * How much a notice may say in ten minutes before somebody is asked: so many times what it ever said in ten minutes of
 * the same hour of the week, but never less than a floor that holds from the first day. The figures are common
 * practice, no source.
 *
 * @param floor messages in ten minutes that are always let through, 1 or more
 * @param times how many times as much as ever before is let through, 1 or more
 */
public record FloodLimit(int floor, int times) {
    public static final FloodLimit USUAL = new FloodLimit(500, 3);

    private static final Duration SLOT = Duration.ofMinutes(10);
    private static final int SLOTS_OF_HOUR = 6;
    private static final int HOURS_OF_WEEK = 7 * 24;

    /** @param mostEver in ten minutes of the same hour of any week that is remembered */
    public int most(int mostEver) {
        long most = Math.max(floor, (long) times * mostEver);
        return (int) Math.min(most, Integer.MAX_VALUE);
    }

    /** The ten minutes in which a moment lies, counted since 1970-01-01T00:00Z. */
    public static long slotOf(Instant at) {
        return Math.floorDiv(at.getEpochSecond(), SLOT.toSeconds());
    }

    /** True where two of these ten minutes are of the same hour of the week (UTC). */
    public static boolean isSameHour(long slot, long other) {
        return Math.floorMod(Math.floorDiv(slot, SLOTS_OF_HOUR), HOURS_OF_WEEK)
                == Math.floorMod(Math.floorDiv(other, SLOTS_OF_HOUR), HOURS_OF_WEEK);
    }
}
