package upbeat.herald.core.wording;

import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.plan.Question;

/**
 * What a message speaks of, and to whom.
 *
 * @param parcel or null for the order as a whole; then {@code carrier} is null too
 * @param question what it asks, or null
 * @param answers one link for each button, in the same order; empty where nothing is asked
 * @param answer link to the page with all buttons, or null
 * @param locale of the words
 * @param parcels how many parcels the order has; {@code place} of this one among them, from 1
 * @param today where the customer lives, or null where nobody knows
 * @param gone the day the parcel was dispatched, or null
 * @param expected the day of delivery that the carrier announced, or null
 * @param follow short address of our own that leads to where the parcel can be followed, or null
 */
public record Subject(
        Order order,
        Parcel parcel,
        Carrier carrier,
        Brand brand,
        Question question,
        List<String> answers,
        String answer,
        Locale locale,
        int parcels,
        int place,
        LocalDate today,
        LocalDate gone,
        LocalDate expected,
        String follow) {
    public Subject(
            Order order,
            Parcel parcel,
            Carrier carrier,
            Brand brand,
            Question question,
            List<String> answers,
            String answer,
            Locale locale) {
        this(
                order,
                parcel,
                carrier,
                brand,
                question,
                answers,
                answer,
                locale,
                parcel == null ? 0 : 1,
                1,
                null,
                null,
                null,
                null);
    }

    /** The same with the words a wording has for the question's buttons. */
    Subject asking(java.util.Map<String, String> labels) {
        return question == null || labels == null
                ? this
                : new Subject(
                        order,
                        parcel,
                        carrier,
                        brand,
                        question.saying(labels),
                        answers,
                        answer,
                        locale,
                        parcels,
                        place,
                        today,
                        gone,
                        expected,
                        follow);
    }

    /** The items in the parcel; all of the order where nobody said what is in it. */
    List<Order.Item> contents() {
        if (parcel == null || parcel.items().isEmpty()) return order.items();
        return parcel.items().stream()
                .flatMap(c -> order.items().stream()
                        .filter(i -> c.sku().equals(i.sku()))
                        .map(i -> new Order.Item(i.sku(), i.name(), c.quantity(), i.price(), i.imageUrl())))
                .toList();
    }
}
