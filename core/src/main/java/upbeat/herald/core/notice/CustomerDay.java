package upbeat.herald.core.notice;

import java.time.Instant;
import java.time.LocalDate;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.timing.CustomerClock;

/** The day and the clock where an order's customer lives. */
public final class CustomerDay {
    private CustomerDay() {}

    /** On the likeliest of the customer's clocks. */
    public static LocalDate of(Order order, Instant at) {
        return at.atZone(clockOf(order).likely()).toLocalDate();
    }

    /** True only where it is so on every clock the customer may live by. */
    static boolean isSameDay(Order order, Instant one, Instant other) {
        return clockOf(order).possible().stream()
                .allMatch(zone -> LocalDate.ofInstant(one, zone).equals(LocalDate.ofInstant(other, zone)));
    }

    public static CustomerClock clockOf(Order order) {
        Order.ShipTo to = order.shipTo() == null ? Order.ShipTo.NOWHERE : order.shipTo();
        String phone = order.customer() == null ? null : order.customer().phone();
        return CustomerClock.of(to.country(), to.region(), to.postcode(), phone);
    }
}
