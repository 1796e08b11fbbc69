package upbeat.herald.core.forecast;

import java.util.List;
import java.util.Set;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.Channel;

/**
 * An order and all that became known of it.
 *
 * @param id tells orders apart; it means nothing here
 * @param order its document as it was last: what it was before isn't kept
 * @param facts in the order in which they became known
 * @param stopped channels whose address of this order is on the stop list
 * @param isReturning true where the same customer ordered before
 */
public record OrderPast(long id, Order order, List<PastFact> facts, Set<Channel> stopped, boolean isReturning) {
    public OrderPast {
        facts = List.copyOf(facts);
        stopped = Set.copyOf(stopped);
    }
}
