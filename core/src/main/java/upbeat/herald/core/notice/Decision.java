package upbeat.herald.core.notice;

import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Channel;

/**
 * What {@link Decide} came to: every notice of the plan that hangs on the moment's stage is in one list or the other,
 * or in both.
 */
public record Decision(List<PlannedMessage> messages, List<NotSent> notSent) {
    public Decision {
        messages = List.copyOf(messages);
        notSent = List.copyOf(notSent);
    }

    /** @param channel the channel the reason is about, or null where it holds for the whole notice */
    public record NotSent(
            Notice notice,
            @Nullable String parcel,
            String occasion,
            @Nullable Channel channel,
            Reason reason) {
        /** The channels it is kept under: the one it is about, or the notice's first. */
        public List<Channel> concernedChannels() {
            if (channel != null) return List.of(channel);
            return notice.routing().channels().stream().limit(1).toList();
        }
    }
}
