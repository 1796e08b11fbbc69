package upbeat.herald.core.notice;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.audience.OrderBackground;
import upbeat.herald.core.wording.Channel;

/**
 * What this order heard and answered before, and where its customer isn't to be written to any more.
 *
 * @param sentKeys keys made by {@link #key}
 * @param answers ids of the buttons that were pressed, by id of the notice that asked
 * @param isRefused true where an answer said that the order is not wanted
 * @param stoppedChannels whose address of this order is on the stop list
 * @param background what else is known of the order
 * @param teamAddresses the team's own, where a notice on trial sends to
 * @param seriesLeft ids of the series that somebody took the order out of
 */
public record History(
        Set<String> sentKeys,
        Map<String, String> answers,
        boolean isRefused,
        Set<Channel> stoppedChannels,
        OrderBackground background,
        Map<Channel, String> teamAddresses,
        Set<String> seriesLeft) {
    public static final History NONE = new History(Set.of(), Map.of(), false, Set.of());

    /** Of the order itself nothing else is known. */
    public History(Set<String> sentKeys, Map<String, String> answers, boolean isRefused, Set<Channel> stoppedChannels) {
        this(sentKeys, answers, isRefused, stoppedChannels, OrderBackground.NONE);
    }

    /** The team has no addresses of its own. */
    public History(
            Set<String> sentKeys,
            Map<String, String> answers,
            boolean isRefused,
            Set<Channel> stoppedChannels,
            OrderBackground background) {
        this(sentKeys, answers, isRefused, stoppedChannels, background, Map.of(), Set.of());
    }

    /** The same where this was answered too. */
    public History withAnswer(Trigger.AnswerGiven answer) {
        Map<String, String> more = new HashMap<>(answers);
        more.put(answer.noticeId(), answer.button());
        return new History(sentKeys, more, isRefused, stoppedChannels, background, teamAddresses, seriesLeft);
    }

    /**
     * One message's identity apart from its channel. @param parcel the tracking number, or null for the order as a
     * whole
     */
    public static String key(String noticeId, @Nullable String parcel, String occasion) {
        return noticeId + "|" + (parcel == null ? "" : parcel) + "|" + occasion;
    }
}
