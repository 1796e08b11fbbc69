package upbeat.herald.core.notice;

import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What this order heard and answered before.
 *
 * @param sentKeys keys made by {@link #key}
 * @param answeredNotices ids of notices whose question was answered
 * @param isRefused true where an answer said that the order is not wanted
 */
public record History(Set<String> sentKeys, Set<String> answeredNotices, boolean isRefused) {
    public static final History NONE = new History(Set.of(), Set.of(), false);

    /**
     * One message's identity apart from its channel. @param parcel the tracking number, or null for the order as a
     * whole
     */
    public static String key(String noticeId, @Nullable String parcel, String occasion) {
        return noticeId + "|" + (parcel == null ? "" : parcel) + "|" + occasion;
    }
}
