package upbeat.herald.core.plan;

import java.util.Set;

/**
 * What this order heard and answered before.
 *
 * @param said keys made by {@link #key}
 * @param answered ids of notices whose question was answered
 * @param refused true where an answer said that the order is not wanted
 */
public record History(Set<String> said, Set<String> answered, boolean refused) {
    public static final History NONE = new History(Set.of(), Set.of(), false);

    /**
     * One message's identity apart from its channel. @param parcel the tracking number, or null for the order as a
     * whole
     */
    public static String key(String noticeId, String parcel, String occasion) {
        return noticeId + "|" + (parcel == null ? "" : parcel) + "|" + occasion;
    }
}
