package upbeat.herald.core.wording;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Wording;

/** A made-up mail with everything a brand has an effect on; for looking at a brand before it is used. */
public final class SampleMail {
    private static final Order ORDER = new Order(
            "sample",
            "QK-20871",
            Instant.parse("2026-11-24T13:05:00Z"),
            new Order.Customer("Ottoline Brack", "ottoline.brack@customer.example", null, "en"),
            new Order.ShipTo("Ottoline Brack", "7 Lantern Lane", "Hobart", "7000", "AU"),
            Payment.PREPAID,
            "AUD",
            new BigDecimal("84.50"),
            List.of(
                    new Order.Item("BK-1", "Box kite", 1, new BigDecimal("60.50"), null),
                    new Order.Item("RT-4", "Ribbon tail", 2, new BigDecimal("12.00"), null)),
            Order.Consent.UNKNOWN,
            List.of());
    private static final Carrier CARRIER = new Carrier(
            "skerry-post",
            "Skerry Post",
            "https://track.skerry-post.example/{trackingNumber}",
            ZoneOffset.UTC,
            List.of());
    private static final Wording WORDING = new Wording(
            "{{order.number}} is on its way",
            "Hello {{customer.firstName}},\n\nyour parcel has left us. Inside:\n\n{{block.items}}\n\nFollow it here:\n\n{{block.parcel}}\n\nKind regards,\n{{brand.name}}");

    private SampleMail() {}

    public static Rendered of(Brand brand) {
        return Render.message(
                Channel.EMAIL,
                WORDING,
                new Subject(
                        ORDER,
                        new Parcel("skerry-post", "RX473124829XS", List.of()),
                        CARRIER,
                        brand,
                        null,
                        List.of(),
                        null,
                        Locale.ENGLISH));
    }
}
