package upbeat.herald.core.tracking;

import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.template.ArrivalDay;

/**
 * What the page says first: where the parcel is, and about when it arrives.
 *
 * @param key of the sentence among the page's texts
 * @param day that it names, or null
 * @param next key of what happens next or what the customer can do, or null where there is nothing to say
 */
public record Headline(
        String key, @Nullable LocalDate day, @Nullable String next) {

    /** Of an order without a parcel, or one that ended. */
    static Headline ofOrder(TrackedOrder order) {
        if (order.ended() == Stage.CANCELLED) return new Headline("head.cancelled", null, "next.cancelled");
        if (order.ended() == Stage.REFUNDED) return new Headline("head.refunded", null, null);
        return new Headline("head.ordered", null, "next.ordered");
    }

    static Headline of(TrackedParcel parcel, TrackedOrder order) {
        if (order.ended() == Stage.CANCELLED && !parcel.stage().isCarrierStage()) return ofOrder(order);
        TrackedOrder.Clock clock = order.clock();
        return switch (parcel.stage()) {
            case DELIVERED -> {
                Instant at = TrackedOrder.firstAt(parcel, Stage.DELIVERED);
                yield at == null
                        ? new Headline("stage.delivered", null, null)
                        : new Headline("head.delivered", clock.dayOf(at), null);
            }
            case OUT_FOR_DELIVERY -> new Headline(isOutToday(parcel, clock) ? "head.today" : "head.out", null, null);
            case ATTEMPTED -> new Headline("head.attempted", null, "next.attempted");
            case READY_FOR_COLLECTION -> new Headline("head.collect", null, "next.collect");
            case RETURNING -> new Headline("head.returning", null, null);
            case RETURNED -> new Headline("head.returned", null, null);
            case DELAYED -> delayed(parcel, clock);
            case DISPATCHED, IN_TRANSIT -> underway(parcel, order);
            case PACKED -> new Headline("head.packed", null, "next.packed");
            default -> new Headline("head.ordered", null, "next.ordered");
        };
    }

    private static Headline delayed(TrackedParcel parcel, TrackedOrder.Clock clock) {
        LocalDate day = parcel.expected();
        return day == null || day.isBefore(clock.today())
                ? new Headline("head.delayed", null, "next.delayed")
                : new Headline("head.delayedTo", day, null);
    }

    private static Headline underway(TrackedParcel parcel, TrackedOrder order) {
        LocalDate day = expectedDay(parcel, order);
        return day == null ? new Headline("head.late", null, "next.delayed") : new Headline("head.expected", day, null);
    }

    private static boolean isOutToday(TrackedParcel parcel, TrackedOrder.Clock clock) {
        return parcel.visits().stream()
                .anyMatch(v -> v.stage() == Stage.OUT_FOR_DELIVERY
                        && clock.dayOf(v.at()).equals(clock.today()));
    }

    /**
     * The day on which a parcel that is on its way should arrive: the carrier's, else three working days after it was
     * dispatched. Null where it isn't on its way, or the day has passed.
     */
    public static @Nullable LocalDate expectedDay(TrackedParcel parcel, TrackedOrder order) {
        TrackedOrder.Clock clock = order.clock();
        if (parcel.stage() == Stage.OUT_FOR_DELIVERY) return isOutToday(parcel, clock) ? clock.today() : null;
        if (!parcel.stage().isUnderway() || parcel.stage() == Stage.RETURNING || parcel.stage() == Stage.ATTEMPTED)
            return null;
        if (parcel.stage() == Stage.DELAYED && parcel.expected() == null) return null;
        Instant gone = TrackedOrder.firstAt(parcel, Stage.DISPATCHED);
        Order.ShipTo to = order.order().shipTo();
        LocalDate day = new ArrivalDay(
                        gone == null ? clock.today() : clock.dayOf(gone),
                        to == null ? null : to.country(),
                        clock.locale(),
                        parcel.expected())
                .day()
                .date();
        return day.isBefore(clock.today()) ? null : day;
    }
}
