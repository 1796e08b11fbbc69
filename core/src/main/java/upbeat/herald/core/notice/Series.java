package upbeat.herald.core.notice;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import upbeat.herald.core.journey.Stage;

/**
 * Notices counted from one moment, which end by themselves on a reason. An order is in it while one of them is still to
 * be sent.
 *
 * @param start what they are counted from
 * @param ends on which nothing more of it is sent
 * @param endTags a tag of the order on which nothing more of it is sent
 * @param noticeIds the notices of the series
 */
public record Series(
        String id,
        String name,
        @JsonUnwrapped Trigger start,
        Set<End> ends,
        List<String> endTags,
        Set<String> noticeIds) {

    public enum End {
        /** The customer answered a question of the series. */
        ANSWER,
        /** The order was cancelled or refunded. */
        REFUND,
        /** A parcel is on its way back, or is back. */
        RETURN,
        /** The customer is on the stop list: asked for no more messages, or complained. */
        COMPLAINT,
        /** The customer placed another order after this one. */
        NEXT_ORDER
    }

    public Series {
        ends = ends == null ? Set.of() : Set.copyOf(ends);
        endTags = endTags == null ? List.of() : List.copyOf(endTags);
        noticeIds = noticeIds == null ? Set.of() : Set.copyOf(noticeIds);
    }

    /** True where what ends it is asked beside the order's own document. */
    public boolean needsBackground() {
        return ends.contains(End.NEXT_ORDER) || !endTags.isEmpty();
    }

    public Series withNoticeIds(Set<String> ids) {
        return new Series(id, name, start, ends, endTags, ids);
    }

    /** Why nothing more of it is sent to this order; empty while it goes on. */
    Optional<Reason> checkEnded(OrderSituation situation, History history) {
        if (history.seriesLeft().contains(id)) return ended("The order was taken out of the series");
        if (ends.contains(End.ANSWER) && noticeIds.stream().anyMatch(history.answers()::containsKey))
            return ended("The customer has answered");
        Stage over = situation.ended();
        if (ends.contains(End.REFUND) && over != null && over != start.stage())
            return ended("The order has been " + over.label());
        if (ends.contains(End.RETURN) && isReturning(situation)) return ended("A parcel is being returned");
        if (ends.contains(End.COMPLAINT) && !history.stoppedChannels().isEmpty())
            return ended("The customer is on the stop list");
        if (ends.contains(End.NEXT_ORDER) && history.background().hasOrderedAgain())
            return ended("The customer has placed another order");
        Set<String> tags = history.background().tagsOf(situation.order());
        return endTags.stream()
                .filter(tags::contains)
                .findFirst()
                .flatMap(tag -> ended("The order is tagged \"" + tag + "\""));
    }

    private boolean isReturning(OrderSituation situation) {
        return start.stage() != Stage.RETURNING
                && start.stage() != Stage.RETURNED
                && situation.parcels().stream().anyMatch(s -> s == Stage.RETURNING || s == Stage.RETURNED);
    }

    private Optional<Reason> ended(String why) {
        return Optional.of(new Reason(Reason.Code.SERIES_ENDED, why + ", which ends the series \"" + name + "\""));
    }
}
