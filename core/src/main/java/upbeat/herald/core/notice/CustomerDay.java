package upbeat.herald.core.notice;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.timing.CustomerZone;

/** The day it is where an order's customer lives. */
public final class CustomerDay {
    private CustomerDay() {}

    public static LocalDate of(Order order, Instant at) {
        return at.atZone(zoneOf(order)).toLocalDate();
    }

    static ZoneId zoneOf(Order order) {
        return CustomerZone.zoneOf(
                order.shipTo() == null ? null : order.shipTo().country());
    }
}
