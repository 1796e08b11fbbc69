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
        return at.atZone(CustomerClock.of(order).likely()).toLocalDate();
    }

    /** True only where it is so on every clock the customer may live by. */
    public static boolean isSameDay(Order order, Instant one, Instant other) {
        return CustomerClock.of(order).possible().stream()
                .allMatch(zone -> LocalDate.ofInstant(one, zone).equals(LocalDate.ofInstant(other, zone)));
    }
}
