package upbeat.herald.core.notice;

import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Channel;

/**
 * What this order heard and answered before, and where its customer isn't to be written to any more.
 *
 * @param sentKeys keys made by {@link #key}
 * @param answeredNotices ids of notices whose question was answered
 * @param isRefused true where an answer said that the order is not wanted
 * @param stoppedChannels whose address of this order is on the stop list
 */
public record History(
        Set<String> sentKeys, Set<String> answeredNotices, boolean isRefused, Set<Channel> stoppedChannels) {
    public static final History NONE = new History(Set.of(), Set.of(), false, Set.of());

    /**
     * One message's identity apart from its channel. @param parcel the tracking number, or null for the order as a
     * whole
     */
    public static String key(String noticeId, @Nullable String parcel, String occasion) {
        return noticeId + "|" + (parcel == null ? "" : parcel) + "|" + occasion;
    }
}
