package upbeat.herald.core.notice;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Channel;

/**
 * A message that a decision wants.
 *
 * @param parcel tracking number it is about, or null for the order as a whole
 * @param occasion part of what makes it unique, with notice, parcel and channel
 * @param to e-mail address or E.164 number
 * @param standBy channels to try in turn if this one does not work
 */
public record PlannedMessage(
        Notice notice,
        @Nullable String parcel,
        String occasion,
        Channel channel,
        @Nullable String to,
        Instant dueAt,
        List<Channel> standBy) {
    public PlannedMessage {
        standBy = List.copyOf(standBy);
    }
}
