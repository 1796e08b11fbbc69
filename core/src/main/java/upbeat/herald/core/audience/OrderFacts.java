package upbeat.herald.core.audience;

import java.time.Instant;
import java.util.Map;
import java.util.Set;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.Channel;

/**
 * What conditions may ask about an order.
 *
 * @param carriers keys of the carriers of its parcels; for an event of one parcel, of that one alone
 * @param parcels how many it has
 * @param answers ids of the buttons its customer pressed, by id of the notice that asked
 */
public record OrderFacts(
        Order order, Set<String> carriers, int parcels, OrderBackground background, Map<String, String> answers) {
    /** An order nothing else is known about. */
    public static OrderFacts of(Order order) {
        return new OrderFacts(order, Set.of(), 0, OrderBackground.NONE, Map.of());
    }

    /** Whether the channel may be used, as far as the customer said so: true only for a clear yes. */
    public boolean hasConsent(Channel channel) {
        Order.Consent consent = order.consent() == null ? Order.Consent.UNKNOWN : order.consent();
        return Boolean.TRUE.equals(channel.consentOf(consent));
    }

    /** The same order where nothing says when it was dispatched: it was at this moment. */
    public OrderFacts withDispatchedAt(Instant at) {
        return new OrderFacts(order, carriers, parcels, background.withDispatchedAt(at), answers);
    }
}
