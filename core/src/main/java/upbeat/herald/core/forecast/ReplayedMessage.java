package upbeat.herald.core.forecast;

import java.time.Instant;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.notice.History;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.wording.Channel;

/**
 * A message that would have been sent, or that the notice was meant for and something kept back.
 *
 * @param parcel tracking number it is about, or null for the order as a whole
 * @param times when things would have happened
 * @param written the words, or null where it was kept back before it had any
 * @param heldFor why it was kept back; null where it was sent
 */
public record ReplayedMessage(
        Notice notice,
        @Nullable String parcel,
        String occasion,
        Channel channel,
        Times times,
        MessageWriter.@Nullable Written written,
        @Nullable Reason heldFor) {
    /**
     * @param happenedAt when the stage was reached
     * @param wantedAt when the notice's delay was over
     * @param at when it was sent or kept back
     */
    public record Times(Instant happenedAt, Instant wantedAt, Instant at) {}

    public boolean isSent() {
        return heldFor == null;
    }

    /** True where it had to wait for its send window. */
    public boolean isMoved() {
        return isSent() && times.at().isAfter(times.wantedAt());
    }

    /** The same in two replays of one order. */
    public String key() {
        return key(notice, parcel, occasion, channel);
    }

    static String key(Notice notice, @Nullable String parcel, String occasion, Channel channel) {
        return History.key(notice.id(), parcel, occasion) + "|" + channel.code();
    }
}
