package upbeat.herald.core.tracking;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.wording.Brand;

/**
 * What is known of an order at a moment, as its customer may see it.
 *
 * @param ended {@link Stage#CANCELLED} or {@link Stage#REFUNDED} where the order ended, else null
 * @param parcels in the order in which they came
 * @param clock of the customer
 */
public record TrackedOrder(
        Order order, Brand brand, @Nullable Stage ended, List<TrackedParcel> parcels, Clock clock) {
    public TrackedOrder {
        parcels = List.copyOf(parcels);
    }

    /** @param locale in which days and money are written; {@code zone} where the customer lives */
    public record Clock(Locale locale, ZoneId zone, Instant now) {
        public LocalDate dayOf(Instant at) {
            return at.atZone(zone).toLocalDate();
        }

        public LocalDate today() {
            return dayOf(now);
        }
    }

    /** How long after its end an order can be looked at. */
    static final Duration OPEN_AFTER_END = Duration.ofDays(90);

    private static final int DAYS_TO_HAND_OVER = 14;

    /** True where the order came to its end long ago: its link may have gone to others by then. */
    public boolean isClosed() {
        boolean isOver = ended != null
                || !parcels.isEmpty()
                        && parcels.stream().allMatch(p -> p.stage().isFinal());
        Instant last = parcels.stream()
                .flatMap(p -> p.visits().stream())
                .map(StageVisit::at)
                .reduce(order.placedAt(), (a, b) -> a.isAfter(b) ? a : b);
        return isOver && last.plus(openAfterEnd()).isBefore(clock.now());
    }

    /** Longer where something may be sent back for longer. */
    private Duration openAfterEnd() {
        Duration returnable =
                Duration.ofDays(brand.returns().isOn() ? brand.returns().days() + DAYS_TO_HAND_OVER : 0);
        return returnable.compareTo(OPEN_AFTER_END) > 0 ? returnable : OPEN_AFTER_END;
    }

    public TrackedOrder withBrand(Brand other) {
        return new TrackedOrder(order, other, ended, parcels, clock);
    }

    /** True where the customer still has to pay whoever brings it. */
    boolean isToBePaid() {
        return order.purchase().payment() == Payment.CASH_ON_DELIVERY
                && order.purchase().total() != null
                && ended == null
                && (parcels.isEmpty()
                        || parcels.stream().anyMatch(p -> !p.stage().isFinal()));
    }

    /**
     * The items in a parcel with what they are called; all of the order where nobody said what is in its one parcel.
     */
    List<Order.Item> contentsOf(TrackedParcel parcel) {
        List<Parcel.Content> inside = parcel.parcel().items();
        if (inside.isEmpty()) return parcels.size() == 1 ? order.purchase().items() : List.of();
        return inside.stream()
                .flatMap(c -> order.purchase().items().stream()
                        .filter(i -> c.sku().equals(i.sku()))
                        .limit(1)
                        .map(i -> withQuantity(i, c.quantity())))
                .toList();
    }

    /** What no parcel holds yet; nothing where the content of one isn't known. */
    List<Order.Item> stillHere() {
        if (ended != null || parcels.isEmpty()) return List.of();
        Map<String, Integer> packed = new HashMap<>();
        for (TrackedParcel p : parcels) {
            if (p.parcel().items().isEmpty()) return List.of();
            p.parcel().items().forEach(c -> packed.merge(c.sku(), c.quantity(), Integer::sum));
        }
        return order.purchase().items().stream()
                .filter(i -> i.sku() != null)
                .map(i -> withQuantity(i, i.quantity() - take(packed, i)))
                .filter(i -> i.quantity() > 0)
                .toList();
    }

    private static int take(Map<String, Integer> packed, Order.Item item) {
        int there = packed.getOrDefault(item.sku(), 0);
        int taken = Math.min(there, item.quantity());
        packed.put(item.sku(), there - taken);
        return taken;
    }

    private static Order.Item withQuantity(Order.Item i, int quantity) {
        return new Order.Item(i.sku(), i.name(), quantity, i.price(), i.imageUrl());
    }

    /** When the parcel came somewhere first; null where it didn't. */
    static @Nullable Instant firstAt(TrackedParcel parcel, Stage stage) {
        return parcel.visits().stream()
                .filter(v -> v.stage() == stage)
                .map(StageVisit::at)
                .min(Instant::compareTo)
                .orElse(null);
    }
}
