package upbeat.herald.core.returns;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Glob;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.tracking.TrackedOrder;
import upbeat.herald.core.tracking.TrackedParcel;
import upbeat.herald.core.wording.ReturnTerms;

/**
 * What a customer may send back of an order at a moment.
 *
 * @param lines one for each item of the order, in its order
 * @param until the last day on which anything delivered may be sent back; null while nothing was delivered
 */
public record ReturnOffer(List<Line> lines, @Nullable LocalDate until) {
    public ReturnOffer {
        lines = List.copyOf(lines);
    }

    /** Why an item can't be sent back. */
    public enum Obstacle {
        /** The shop doesn't take it back. */
        EXCLUDED,
        /** No carrier has it yet. */
        NOT_DISPATCHED,
        /** Its days are over. */
        TOO_LATE,
        /** All of it is on its way back, or came back. */
        NOTHING_LEFT
    }

    /**
     * @param place of the item in the order, from 0
     * @param parcel id of the row of the one it came in; 0 where nobody knows
     * @param left how many may be sent back; 0 where there is an obstacle
     */
    public record Line(
            int place,
            Order.Item item,
            long parcel,
            int left,
            @Nullable Obstacle obstacle) {}

    /** True where there is something to choose. */
    public boolean isOpen() {
        return lines.stream().anyMatch(l -> l.left() > 0);
    }

    /** Whether the order's customer can ever ask for a label: from dispatch on, where the shop offers it. */
    public static boolean isOffered(TrackedOrder order) {
        ReturnTerms terms = order.brand().returns();
        Order.ShipTo to = order.order().shipTo();
        return terms.isOn()
                && terms.address() != null
                && terms.carrier() != null
                && (terms.countries().isEmpty()
                        || to != null && terms.countries().contains(to.country()))
                && order.parcels().stream().anyMatch(ReturnOffer::isGone);
    }

    /** @param earlier the order's returns so far, in any state */
    public static ReturnOffer of(TrackedOrder order, List<CustomerReturn> earlier) {
        if (!isOffered(order)) return new ReturnOffer(List.of(), null);
        List<Order.Item> items = order.order().purchase().items();
        List<Share> shares = shareOut(order);
        List<Line> lines = new ArrayList<>();
        for (int place = 0; place < items.size(); place++)
            lines.add(line(place, items.get(place), shares, order, earlier));
        return new ReturnOffer(lines, lastDay(order));
    }

    /** So many of an item are in a parcel. */
    private record Share(int place, TrackedParcel parcel, int quantity) {}

    private static Line line(
            int place, Order.Item item, List<Share> shares, TrackedOrder order, List<CustomerReturn> earlier) {
        ReturnTerms terms = order.brand().returns();
        List<Share> gone = shares.stream()
                .filter(s -> s.place() == place && isGone(s.parcel()))
                .toList();
        List<Share> open = gone.stream()
                .filter(s -> !isOver(s.parcel(), order) && !isBroughtBack(s.parcel()))
                .toList();
        long parcel = open.isEmpty() ? 0 : open.get(0).parcel().id();
        if (terms.excluded().stream().anyMatch(x -> Glob.matches(x, Objects.requireNonNullElse(item.sku(), ""))))
            return new Line(place, item, parcel, 0, Obstacle.EXCLUDED);
        if (gone.isEmpty()) return new Line(place, item, parcel, 0, Obstacle.NOT_DISPATCHED);
        if (gone.stream().allMatch(s -> isBroughtBack(s.parcel())))
            return new Line(place, item, parcel, 0, Obstacle.NOTHING_LEFT);
        if (open.isEmpty()) return new Line(place, item, parcel, 0, Obstacle.TOO_LATE);
        int back = earlier.stream()
                .filter(r -> r.times().cancelledAt() == null)
                .flatMap(r -> r.items().stream())
                .filter(i -> i.place() == place)
                .mapToInt(CustomerReturn.Item::quantity)
                .sum();
        int left = Math.max(0, open.stream().mapToInt(Share::quantity).sum() - back);
        return new Line(place, item, parcel, left, left == 0 ? Obstacle.NOTHING_LEFT : null);
    }

    /**
     * Which items are in which parcel. Where nobody said what is in one of several, each item counts as being in the
     * one that went furthest, because a customer can't be told to wait for what may have come.
     */
    private static List<Share> shareOut(TrackedOrder order) {
        List<Order.Item> items = order.order().purchase().items();
        List<Share> shares = new ArrayList<>();
        if (order.parcels().stream().anyMatch(p -> p.parcel().items().isEmpty())) {
            TrackedParcel furthest = order.parcels().stream()
                    .max(Comparator.comparing(ReturnOffer::isGone)
                            .thenComparing(p -> p.stage().position()))
                    .orElseThrow();
            for (int place = 0; place < items.size(); place++)
                shares.add(new Share(place, furthest, items.get(place).quantity()));
            return shares;
        }
        int[] left = items.stream().mapToInt(Order.Item::quantity).toArray();
        for (TrackedParcel parcel : order.parcels())
            for (Parcel.Content content : parcel.parcel().items()) {
                int quantity = content.quantity();
                for (int place = 0; place < left.length && quantity > 0; place++) {
                    if (!content.sku().equals(items.get(place).sku()) || left[place] == 0) continue;
                    int here = Math.min(left[place], quantity);
                    shares.add(new Share(place, parcel, here));
                    left[place] -= here;
                    quantity -= here;
                }
            }
        return shares;
    }

    private static boolean isGone(TrackedParcel parcel) {
        return parcel.stage().isCarrierStage();
    }

    /** True where the carrier couldn't deliver it and brings it back: then there is nothing to send. */
    private static boolean isBroughtBack(TrackedParcel parcel) {
        return parcel.visits().stream()
                .anyMatch(v -> !v.isReturn() && (v.stage() == Stage.RETURNING || v.stage() == Stage.RETURNED));
    }

    private static boolean isOver(TrackedParcel parcel, TrackedOrder order) {
        LocalDate last = lastDay(parcel, order);
        return last != null && order.clock().today().isAfter(last);
    }

    private static @Nullable LocalDate lastDay(TrackedOrder order) {
        return order.parcels().stream()
                .map(p -> lastDay(p, order))
                .filter(Objects::nonNull)
                .max(LocalDate::compareTo)
                .orElse(null);
    }

    /** So many days after it was delivered, the day of delivery not counted; null while it wasn't. */
    private static @Nullable LocalDate lastDay(TrackedParcel parcel, TrackedOrder order) {
        return parcel.visits().stream()
                .filter(v -> v.stage() == Stage.DELIVERED)
                .map(StageVisit::at)
                .max(Instant::compareTo)
                .map(at ->
                        order.clock().dayOf(at).plusDays(order.brand().returns().days()))
                .orElse(null);
    }
}
