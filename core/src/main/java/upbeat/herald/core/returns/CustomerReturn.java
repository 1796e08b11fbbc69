package upbeat.herald.core.returns;

import java.time.Instant;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.wording.ReturnTerms;
import upbeat.herald.core.wording.template.FieldValues;

/**
 * Something that a customer sends back.
 *
 * @param label what is printed on the parcel
 * @param items in it
 * @param note what the customer wrote besides, or null
 */
public record CustomerReturn(
        long id,
        Parcel label,
        List<Item> items,
        ReturnReason reason,
        @Nullable String note,
        Times times) {
    public CustomerReturn {
        items = List.copyOf(items);
    }

    /** @param place of the item in the order, from 0; {@code name} what it was called when the label was made */
    public record Item(int place, String name, int quantity) {}

    /**
     * When it came how far; null for what didn't happen.
     *
     * @param scannedAt by the carrier first; {@code arrivedAt} back here as the carrier says
     * @param receivedAt as somebody of the team says; {@code cancelledAt} by the customer or the team
     */
    public record Times(
            Instant requestedAt,
            @Nullable Instant scannedAt,
            @Nullable Instant arrivedAt,
            @Nullable Instant receivedAt,
            @Nullable Instant cancelledAt) {}

    /** One that nobody asked for, of one piece of an order: for messages that aren't sent. */
    public static CustomerReturn sample(Order order, Instant at) {
        List<Order.Item> all = order.purchase().items();
        List<Item> one =
                all.isEmpty() ? List.of() : List.of(new Item(0, Texts.orEmpty(FieldValues.itemName(all.get(0))), 1));
        Parcel label = new Parcel("", Texts.orEmpty(ReturnNumber.next(ReturnTerms.OFF, 0)), List.of());
        return new CustomerReturn(0, label, one, ReturnReason.OTHER, null, new Times(at, null, null, null, null));
    }

    /**
     * Its items as they stand in the order, so many of each as come back; under their old name where it has changed.
     */
    public List<Order.Item> itemsOf(Order order) {
        List<Order.Item> all = order.purchase().items();
        return items.stream()
                .map(i -> {
                    Order.Item now = i.place() < all.size() ? all.get(i.place()) : null;
                    return now == null
                            ? new Order.Item(null, i.name(), i.quantity(), null, null)
                            : new Order.Item(now.sku(), i.name(), i.quantity(), now.price(), now.imageUrl());
                })
                .toList();
    }

    /** How far it has come. */
    public enum State {
        REQUESTED,
        ON_ITS_WAY,
        ARRIVED,
        RECEIVED,
        CANCELLED;

        public String code() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }

    public State state() {
        if (times.cancelledAt() != null) return State.CANCELLED;
        if (times.receivedAt() != null) return State.RECEIVED;
        if (times.arrivedAt() != null) return State.ARRIVED;
        return times.scannedAt() != null ? State.ON_ITS_WAY : State.REQUESTED;
    }

    /** True while nobody has handed it over: only then is there nothing to lose in taking it back. */
    public boolean canCancel() {
        return state() == State.REQUESTED;
    }

    /** True while somebody has to look for it. */
    public boolean isWaiting() {
        State state = state();
        return state != State.RECEIVED && state != State.CANCELLED;
    }
}
