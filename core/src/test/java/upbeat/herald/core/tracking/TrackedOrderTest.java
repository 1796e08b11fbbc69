package upbeat.herald.core.tracking;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;

class TrackedOrderTest {
    private static List<String> lines(List<Order.Item> items) {
        return items.stream().map(i -> i.quantity() + " " + i.sku()).toList();
    }

    @Test
    void eachParcelHasItsOwnItemsAndTheRestIsStillHere() {
        TrackedParcel one = TrackedSamples.parcel(
                1,
                List.of(new Parcel.Content("BK", 1), new Parcel.Content("RT", 1)),
                "dispatched 2026-11-23T10:00:00Z");
        TrackedOrder order = TrackedSamples.tracked(TrackedSamples.german(), null, one);
        assertThat(lines(order.contentsOf(one))).containsExactly("1 BK", "1 RT");
        assertThat(lines(order.stillHere())).containsExactly("1 RT", "1 WV");
    }

    @Test
    void anOnlyParcelOfUnknownContentHoldsEverything() {
        TrackedParcel one = TrackedSamples.parcel("dispatched 2026-11-23T10:00:00Z");
        TrackedOrder order = TrackedSamples.tracked(TrackedSamples.german(), null, one);
        assertThat(lines(order.contentsOf(one))).containsExactly("1 BK", "2 RT", "1 WV");
        assertThat(order.stillHere()).isEmpty();
        TrackedOrder two = TrackedSamples.tracked(TrackedSamples.german(), null, one, one);
        assertThat(two.contentsOf(one)).as("nobody knows what is in which").isEmpty();
    }

    /** Two lines of one article are told apart by how many of it the parcels hold. */
    @Test
    void whatIsInAParcelIsTakenOffOnce() {
        Order twice = TrackedSamples.order(
                Payment.PREPAID,
                "de",
                "DE",
                TrackedSamples.item("BK", "Drachen", 1),
                TrackedSamples.item("BK", "Drachen", 2));
        TrackedParcel one =
                TrackedSamples.parcel(1, List.of(new Parcel.Content("BK", 2)), "dispatched 2026-11-23T10:00:00Z");
        assertThat(lines(TrackedSamples.tracked(twice, null, one).stillHere())).containsExactly("1 BK");
    }

    @Test
    void isToBePaidUntilItIsThere() {
        TrackedParcel gone = TrackedSamples.parcel("dispatched 2026-11-23T10:00:00Z");
        TrackedParcel there = TrackedSamples.parcel("delivered 2026-11-23T10:00:00Z");
        Order cash = TrackedSamples.german();
        assertThat(TrackedSamples.tracked(cash, null).isToBePaid()).isTrue();
        assertThat(TrackedSamples.tracked(cash, null, gone, there).isToBePaid()).isTrue();
        assertThat(TrackedSamples.tracked(cash, null, there).isToBePaid()).isFalse();
        assertThat(TrackedSamples.tracked(cash, Stage.CANCELLED, gone).isToBePaid())
                .isFalse();
        Order paid = TrackedSamples.order(Payment.PREPAID, "de", "DE", TrackedSamples.KITE);
        assertThat(TrackedSamples.tracked(paid, null, gone).isToBePaid()).isFalse();
    }

    @Test
    void isClosedThreeMonthsAfterItsEnd() {
        TrackedParcel there = TrackedSamples.parcel("delivered 2026-08-26T12:00:01Z");
        TrackedParcel longThere = TrackedSamples.parcel("delivered 2026-08-26T11:59:59Z");
        TrackedParcel lost = TrackedSamples.parcel("in-transit 2026-01-01T12:00:00Z");
        Order old = withPlacedAt(TrackedSamples.german(), "2026-01-01T00:00:00Z");
        assertThat(TrackedSamples.tracked(old, null, there).isClosed()).isFalse();
        assertThat(TrackedSamples.tracked(old, null, longThere).isClosed()).isTrue();
        assertThat(TrackedSamples.tracked(old, null, longThere, lost).isClosed())
                .as("one is still under way")
                .isFalse();
        assertThat(TrackedSamples.tracked(old, null).isClosed()).isFalse();
        assertThat(TrackedSamples.tracked(old, Stage.CANCELLED).isClosed()).isTrue();
    }

    private static Order withPlacedAt(Order o, String at) {
        return new Order(
                o.shop(),
                o.number(),
                java.time.Instant.parse(at),
                o.customer(),
                o.shipTo(),
                o.purchase(),
                o.consent(),
                o.tags());
    }
}
