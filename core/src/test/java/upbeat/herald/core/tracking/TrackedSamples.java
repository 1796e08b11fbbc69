package upbeat.herald.core.tracking;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Samples;
import upbeat.herald.core.journey.Journey;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.Stage;

/** Orders as their customers see them, made up. All stand on Tuesday, 24 November 2026, at noon. */
public final class TrackedSamples {
    public static final Instant PLACED = Instant.parse("2026-11-21T09:00:00Z");
    public static final Order.Item KITE = item("BK", "Kastendrachen", 1);
    public static final Order.Item TAIL = item("RT", "Bandschwanz", 2);
    public static final Order.Item VANE = item("WV", "Windfahne", 1);

    private TrackedSamples() {}

    public static Order.Item item(String sku, String name, int quantity) {
        return new Order.Item(sku, name, quantity, new BigDecimal("12.00"), "https://shop.example/" + sku + ".png");
    }

    public static Order order(Payment payment, String language, String country, Order.Item... items) {
        return new Order(
                "kites",
                "QK-20887",
                PLACED,
                new Order.Customer("Hannelore Beispiel", "hannelore@customer.example", "+4915550100", language),
                new Order.ShipTo("Hannelore Beispiel", "Musterweg 7", "Musterstadt", null, "04774", country),
                new Order.Purchase(payment, "EUR", new BigDecimal("84.50"), List.of(items)),
                new Order.Consent(true, true, true),
                List.of());
    }

    public static Order german() {
        return order(Payment.CASH_ON_DELIVERY, "de", "DE", KITE, TAIL, VANE);
    }

    public static TrackedOrder tracked(Order order, @Nullable Stage ended, TrackedParcel... parcels) {
        String language = order.customer().language();
        return new TrackedOrder(
                order,
                Samples.BRAND,
                ended,
                List.of(parcels),
                new TrackedOrder.Clock(Locale.forLanguageTag(language), ZoneId.of("Europe/Berlin"), Samples.NOON));
    }

    /** What a carrier reported, as {@code stage time place}; the place may be missing. */
    public static TrackedParcel parcel(long id, List<Parcel.Content> inside, String... reports) {
        List<Report> all = new ArrayList<>();
        List<TrackedParcel.Scan> scans = new ArrayList<>();
        for (String line : reports) {
            String[] part = line.split(" ", 3);
            Stage stage = Stage.fromCode(part[0]).orElseThrow();
            Instant at = Instant.parse(part[1]);
            all.add(new Report(line, stage, at, part[1].substring(0, 10)));
            scans.add(new TrackedParcel.Scan(stage, at, part.length > 2 ? part[2] : null));
        }
        Journey journey = Journey.of(all);
        return new TrackedParcel(
                id,
                new Parcel("skerry-post", "RX473124829XS", inside),
                Samples.POST,
                journey.stage(),
                journey.reached(),
                scans,
                null);
    }

    public static TrackedParcel parcel(String... reports) {
        return parcel(1, List.of(), reports);
    }
}
