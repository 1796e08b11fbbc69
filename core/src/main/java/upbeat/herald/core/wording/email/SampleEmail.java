package upbeat.herald.core.wording.email;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;

/** A made-up mail with everything a brand has an effect on; for looking at a brand before it is used. */
public final class SampleEmail {
    private static final Order ORDER = new Order(
            "sample",
            "QK-20871",
            Instant.parse("2026-11-24T13:05:00Z"),
            new Order.Customer("Ottoline Brack", "ottoline.brack@customer.example", null, "en"),
            new Order.ShipTo("Ottoline Brack", "7 Lantern Lane", "Hobart", null, "7000", "AU"),
            new Order.Purchase(
                    Payment.PREPAID,
                    "AUD",
                    new BigDecimal("84.50"),
                    List.of(
                            new Order.Item("BK-1", "Box kite", 1, new BigDecimal("60.50"), null),
                            new Order.Item("RT-4", "Ribbon tail", 2, new BigDecimal("12.00"), null))),
            Order.Consent.UNKNOWN,
            List.of());
    private static final Carrier CARRIER = new Carrier(
            "skerry-post",
            "Skerry Post",
            "https://track.skerry-post.example/{trackingNumber}",
            ZoneOffset.UTC,
            List.of());
    private static final Wording WORDING = new Wording("{{order.number}} is on its way", """
                    Hello {{customer.firstName}},

                    Your parcel has left our warehouse. It contains:

                    {{block.items}}

                    Track it here:

                    {{block.parcel}}

                    Kind regards,
                    {{brand.name}}""");

    private SampleEmail() {}

    public static Rendered render(Brand brand) {
        return EmailChannel.EMAIL.render(
                WORDING,
                new MessageSubject(
                        ORDER,
                        new Parcel("skerry-post", "RX473124829XS", List.of()),
                        CARRIER,
                        brand,
                        null,
                        Locale.ENGLISH));
    }
}
