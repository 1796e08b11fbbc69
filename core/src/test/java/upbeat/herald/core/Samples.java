package upbeat.herald.core;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.CodeRule;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;

/** Made-up orders and notices that tests vary. */
public final class Samples {
    public static final Instant NOON = Instant.parse("2026-11-24T12:00:00Z");
    public static final Brand BRAND = new Brand(
            "Quillfeather Kites",
            Brand.Sender.of("hello@quillfeather.example", "Quillfeath"),
            new Brand.Contact(
                    "+46 31 390 06 01", "1 Slipway, 00000 Harbourton", "https://quillfeather.example/help", List.of()),
            Brand.Look.ofColour("#2d2142"),
            "en");
    public static final Carrier POST = new Carrier(
            "skerry-post",
            "Skerry Post",
            "https://track.skerry-post.example/{trackingNumber}?to={country}",
            ZoneOffset.UTC,
            List.of(
                    new CodeRule("EMA", null, Stage.DISPATCHED),
                    new CodeRule(null, "out for delivery", Stage.OUT_FOR_DELIVERY),
                    new CodeRule("EMI", null, Stage.DELIVERED)));
    public static final Question QUESTION = new Question(List.of(
            new Question.Button("confirm", "Yes, pack it", "confirmed", false),
            new Question.Button("cancel", "Cancel it", "cancel-requested", true)));

    private Samples() {}

    public static Order order() {
        return order(
                "Ottoline Brack",
                "ottoline@customer.example",
                "+61491570006",
                "AU",
                Payment.CASH_ON_DELIVERY,
                new Order.Consent(true, true, true));
    }

    public static Order order(
            String name, String email, String phone, String country, Payment payment, Order.Consent consent) {
        return new Order(
                "kites",
                "QK-1",
                NOON,
                new Order.Customer(name, email, phone, "en"),
                new Order.ShipTo(name, "2 Quay", "Hobart", null, "7000", country),
                new Order.Purchase(
                        payment,
                        "AUD",
                        new BigDecimal("84.50"),
                        List.of(
                                new Order.Item(
                                        "BK",
                                        "Box kite",
                                        1,
                                        new BigDecimal("60.50"),
                                        "https://quillfeather.example/bk.png"),
                                new Order.Item("RT", "Ribbon tail", 2, new BigDecimal("12.00"), null))),
                consent,
                List.of());
    }

    public static Order tagged(Order o, String... tags) {
        return new Order(
                o.shop(), o.number(), o.placedAt(), o.customer(), o.shipTo(), o.purchase(), o.consent(), List.of(tags));
    }

    public static Parcel parcel() {
        return new Parcel("skerry-post", "RX473124829XS", List.of(new Parcel.Content("BK", 1)));
    }

    public static Notice notice(Stage stage, Channel... channels) {
        Wording text = new Wording(
                "About {{order.number}}",
                "Hello {{customer.firstName}}, news of {{order.number}} from {{brand.name}}.");
        return new Notice(
                "n1",
                "News",
                Notice.State.LIVE,
                Audience.EVERYONE,
                new Notice.Timing(
                        stage,
                        Duration.ZERO,
                        null,
                        stage.isOrderStage() ? Notice.Per.ORDER : Notice.Per.OCCASION,
                        Notice.DEFAULT_AGE_LIMIT),
                new Notice.Routing(List.of(channels), Notice.ChannelRule.FIRST_THAT_WORKS),
                new Notice.Content(
                        null,
                        Map.of(EmailChannel.EMAIL, text, SmsChannel.SMS, text, ChatChannel.WHATSAPP, text),
                        List.of()));
    }

    public static Notice asking(Notice n) {
        return new Notice(
                n.id(),
                n.name(),
                n.state(),
                n.audience(),
                new Notice.Timing(
                        n.timing().stage(),
                        n.timing().after(),
                        n.timing().window(),
                        n.timing().per(),
                        n.timing().ageLimit()),
                new Notice.Routing(n.routing().channels(), n.routing().rule()),
                new Notice.Content(QUESTION, n.content().wordings(), List.of()));
    }

    public static MessageSubject subject(Order order) {
        return new MessageSubject(
                order,
                parcel(),
                POST,
                BRAND,
                new MessageSubject.Answers(
                        QUESTION,
                        List.of("https://q.example/a/T?b=confirm", "https://q.example/a/T?b=cancel"),
                        "https://q.example/a/T"),
                Locale.ENGLISH,
                new MessageSubject.Tracking(List.of("HOP 0041 7738 2"), 1, "https://q.example/t/1abcdef"),
                new MessageSubject.Days(
                        java.time.ZoneOffset.UTC, LocalDate.parse("2026-11-24"), LocalDate.parse("2026-11-24"), null));
    }
}
