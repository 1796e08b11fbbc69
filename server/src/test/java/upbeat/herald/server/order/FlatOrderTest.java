package upbeat.herald.server.order;

import static org.assertj.core.api.Assertions.assertThat;

import java.lang.reflect.RecordComponent;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.server.platform.persistence.Json;

class FlatOrderTest {
    @Test
    void saysWhatTheDocumentSays() {
        Order full = new Order(
                "kites",
                "QK-1",
                Instant.parse("2026-11-24T12:00:00.123Z"),
                new Order.Customer("Ann", "ann@customer.example", "+46701740601", "sv"),
                new Order.ShipTo("Ann", "1 Quay", "Lund", "M", "22100", "SE"),
                new Order.Purchase(
                        Payment.CASH_ON_DELIVERY,
                        "SEK",
                        new BigDecimal("84.50"),
                        List.of(new Order.Item(
                                "BK", "Box kite", 2, new BigDecimal("42.25"), "https://q.example/b.png"))),
                new Order.Consent(true, false, null),
                List.of("vip"));
        Order bare = new Order(
                "kites",
                "QK-2",
                Instant.EPOCH,
                null,
                null,
                new Order.Purchase(Payment.PREPAID, null, null, List.of()),
                Order.Consent.UNKNOWN,
                List.of());
        for (Order order : List.of(full, bare)) {
            String json = Json.write(order);
            assertThat(FlatOrder.read(json)).isEqualTo(order).isEqualTo(Json.read(json, Order.class));
        }
    }

    /** What is added to an order must be read here too. */
    @Test
    void knowsAllOfAnOrder() {
        Stream<String> own = names(Order.class).filter(n -> !n.equals("purchase"));
        assertThat(names(FlatOrder.class))
                .containsExactlyInAnyOrderElementsOf(
                        Stream.concat(own, names(Order.Purchase.class)).toList());
    }

    private static Stream<String> names(Class<?> type) {
        return Arrays.stream(type.getRecordComponents()).map(RecordComponent::getName);
    }
}
