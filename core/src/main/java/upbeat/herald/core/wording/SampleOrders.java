package upbeat.herald.core.wording;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;

/**
 * Made-up orders to try a wording with before there is any, and with what goes wrong: many items, long names, missing
 * values, a name that is written from right to left. Nobody's names; addresses and numbers are those kept for examples
 * (RFC 2606; telephone ranges for drama of the Swedish and British regulators).
 */
public final class SampleOrders {
    /** Where no carrier is set up yet. */
    public static final Carrier CARRIER = new Carrier(
            "sample-carrier", "Sample Carrier", "https://tracking.example/{trackingNumber}", ZoneOffset.UTC, List.of());

    private static final String NUMBER = "SAMPLE-";
    private static final String PHONE = "+46701740605";

    private SampleOrders() {}

    /**
     * @param kind by which it is chosen, lower case letters and hyphens
     * @param label in words
     * @param parcels with their tracking numbers; one where nothing else is said
     */
    public record Sample(String kind, String label, Order order, List<Parcel> parcels) {}

    /** @param shop they belong to; {@code carrier} of their parcels; {@code now} shortly after they were placed */
    public static List<Sample> create(String shop, Carrier carrier, Instant now) {
        Order.Item kite = item("SAMPLE-KITE", "Box kite", 1, "60.50");
        Order.Item tail = item("SAMPLE-TAIL", "Ribbon tail", 2, "12.00");
        List<Order.Item> many = IntStream.rangeClosed(1, 12)
                .mapToObj(i -> item("SAMPLE-" + i, "Wind vane number " + i, 1 + i % 3, "9.60"))
                .toList();
        String longName = "Maximiliane-Theodora von Habersack-Zwischenbrück zu Oberunterwittelsbach";
        Order.Item longItem = item(
                "SAMPLE-LONG",
                "Extraordinarily long-tailed four-line stunt kite with spare spars, reel, winder and carrying bag",
                1,
                "249.00");
        Order.Customer ann = customer("Ann Sample", "ann@customer.example", PHONE, "en");
        Order.ShipTo lund = to("Ann Sample", "7 Lantern Lane", "Lund", "22100", "SE");
        Maker make = new Maker(shop, carrier, now);
        return List.of(
                make.sample("one-item", "One item", new Buyer(ann, lund), List.of(kite)),
                make.sample("many-items", "Many items", new Buyer(ann, lund), many),
                make.sample(
                        "long-names",
                        "Long names",
                        new Buyer(
                                customer(longName, "maximiliane@customer.example", PHONE, "de"),
                                to(
                                        longName,
                                        "Am Oberen Hinteren Ziegelhüttenweg 117b",
                                        "Sankt Florian am Innersee",
                                        "04774",
                                        "DE")),
                        List.of(longItem)),
                make.sample(
                        "missing-values",
                        "Missing values",
                        new Buyer(customer(null, "someone@customer.example", null, null), null),
                        List.of()),
                make.inParcels(2).sample("two-parcels", "Two parcels", new Buyer(ann, lund), List.of(kite, tail)),
                make.paid(Payment.CASH_ON_DELIVERY)
                        .sample("cash-on-delivery", "Cash on delivery", new Buyer(ann, lund), List.of(kite, tail)),
                make.sample(
                        "right-to-left",
                        "Name from right to left",
                        new Buyer(
                                customer("נועה לדוגמה", "noa@customer.example", "+447700900123", "he"),
                                to("נועה לדוגמה", "רחוב הדוגמה 7", "חיפה", "0000000", "IL")),
                        List.of(tail)));
    }

    /** One of them. @param kind null for the first */
    public static Optional<Sample> find(List<Sample> samples, @Nullable String kind) {
        return samples.stream()
                .filter(s -> kind == null || s.kind().equals(kind))
                .findFirst();
    }

    private record Buyer(Order.Customer customer, Order.@Nullable ShipTo to) {}

    private record Maker(String shop, Carrier carrier, Instant now, Payment payment, int parcels) {
        Maker(String shop, Carrier carrier, Instant now) {
            this(shop, carrier, now, Payment.PREPAID, 1);
        }

        Maker paid(Payment other) {
            return new Maker(shop, carrier, now, other, parcels);
        }

        Maker inParcels(int count) {
            return new Maker(shop, carrier, now, payment, count);
        }

        Sample sample(String kind, String label, Buyer buyer, List<Order.Item> items) {
            BigDecimal total = items.stream()
                    .map(i ->
                            i.price() == null ? BigDecimal.ZERO : i.price().multiply(BigDecimal.valueOf(i.quantity())))
                    .reduce(BigDecimal.ZERO, BigDecimal::add);
            Order order = new Order(
                    shop,
                    NUMBER + kind.toUpperCase(Locale.ROOT),
                    now.minus(2, ChronoUnit.DAYS),
                    buyer.customer(),
                    buyer.to(),
                    new Order.Purchase(payment, items.isEmpty() ? null : "EUR", items.isEmpty() ? null : total, items),
                    new Order.Consent(true, true, true),
                    List.of());
            List<Parcel> its = IntStream.rangeClosed(1, parcels)
                    .mapToObj(i -> new Parcel(carrier.key(), "SP 0000 000" + i, List.of()))
                    .toList();
            return new Sample(kind, label, order, its);
        }
    }

    private static Order.Item item(String sku, String name, int quantity, String price) {
        return new Order.Item(sku, name, quantity, new BigDecimal(price), null);
    }

    private static Order.Customer customer(
            @Nullable String name, String email, @Nullable String phone, @Nullable String language) {
        return new Order.Customer(name, email, phone, language);
    }

    private static Order.ShipTo to(String name, String street, String city, String postcode, String country) {
        return new Order.ShipTo(name, street, city, null, postcode, country);
    }
}
