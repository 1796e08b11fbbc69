package upbeat.herald.server.intake;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Countries;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Phones;
import upbeat.herald.server.storage.Json;
import upbeat.herald.server.web.Faults;
import upbeat.herald.server.web.JsonFault;

/** An order as a machine sends it, and as a shop's mapping makes it. */
public record OrderDocument(
        OffsetDateTime placedAt,
        @Nullable CustomerBody customer,
        @Nullable ShipToBody shipTo,
        @Nullable String payment,
        @Nullable String currency,
        @Nullable BigDecimal total,
        @Nullable List<ItemBody> items,
        @Nullable ConsentBody consent,
        @Nullable List<String> tags) {

    record CustomerBody(
            @Nullable String name,
            @Nullable String email,
            @Nullable String phone,
            @Nullable String language) {}

    record ShipToBody(
            @Nullable String name,
            @Nullable String street,
            @Nullable String city,
            @Nullable String postcode,
            @Nullable String country) {}

    record ItemBody(
            @Nullable String sku,
            @Nullable String name,
            @Nullable Integer quantity,
            @Nullable BigDecimal price,
            @Nullable String imageUrl) {}

    record ConsentBody(
            @Nullable Boolean email,
            @Nullable Boolean sms,
            @Nullable Boolean whatsapp) {}

    private static final int LONGEST = 500;
    private static final int MOST_ITEMS = 10_000;
    /** A clock may be wrong by some hours; by a day or more, the date is. */
    private static final Duration AHEAD = Duration.ofHours(24);

    /** From values by name, nested as the document nests them. @throws Faults where one has the wrong form */
    public static OrderDocument of(Map<String, Object> values) {
        try {
            return Json.convert(values, OrderDocument.class);
        } catch (tools.jackson.databind.DatabindException e) {
            throw JsonFault.of(e);
        }
    }

    public static void checkShop(String key, String field, Faults faults) {
        if (key == null || !key.matches("[a-z0-9][a-z0-9-]{0,39}"))
            faults.add(field, "A shop's key has up to 40 lower case letters, digits and hyphens");
    }

    /** The order, with its numbers and codes in one notation. @throws Faults naming every value that can't be used */
    public Order toOrder(String shop, String number, Instant now) {
        Faults faults = new Faults();
        checkShop(shop, "shop", faults);
        if (Texts.blank(number) || number.length() > 80) faults.add("number", "An order number has 1 to 80 characters");
        if (placedAt == null) faults.add("placedAt", "Say when the order was placed, as RFC 3339 with offset");
        else if (placedAt.toInstant().isAfter(now.plus(AHEAD)))
            faults.add("placedAt", "This is in the future. Check the year and the offset");
        Payment paid = Payment.PREPAID;
        if (payment != null) {
            paid = Payment.of(payment).orElse(null);
            if (paid == null) faults.add("payment", "\"" + payment + "\" is not prepaid or cash-on-delivery");
        }
        if (currency != null && !currency(currency))
            faults.add("currency", "\"" + currency + "\" is not an ISO 4217 currency");
        if (total != null && (total.signum() < 0 || total.precision() > 15))
            faults.add("total", "A total is zero or more");
        Order.ShipTo to = shipTo == null ? null : shipTo(faults);
        Order.Customer who = customer == null ? null : customer(to, faults);
        List<Order.Item> what = items == null ? List.of() : items(faults);
        Order.Consent agreed = consent == null
                ? Order.Consent.UNKNOWN
                : new Order.Consent(consent.email(), consent.sms(), consent.whatsapp());
        List<String> words = tags == null
                ? List.of()
                : tags.stream()
                        .filter(t -> !Texts.blank(t))
                        .map(String::strip)
                        .distinct()
                        .toList();
        faults.raise();
        return new Order(shop, number, placedAt.toInstant(), who, to, paid, currency, total, what, agreed, words);
    }

    private Order.ShipTo shipTo(Faults faults) {
        String country = Texts.orNull(shipTo.country());
        if (country != null) {
            country = country.toUpperCase(Locale.ROOT);
            if (!Countries.CODES.contains(country))
                faults.add(
                        "shipTo.country", "\"" + shipTo.country() + "\" is not an ISO 3166-1 country of two letters");
        }
        return new Order.ShipTo(
                text("shipTo.name", shipTo.name(), faults),
                text("shipTo.street", shipTo.street(), faults),
                text("shipTo.city", shipTo.city(), faults),
                text("shipTo.postcode", shipTo.postcode(), faults),
                country);
    }

    private Order.Customer customer(Order.ShipTo to, Faults faults) {
        String email = Texts.orNull(customer.email());
        if (email != null && !EmailAddress.valid(email))
            faults.add("customer.email", "\"" + email + "\" is not an e-mail address");
        String phone = Texts.orNull(customer.phone());
        if (phone != null) {
            String written = phone;
            phone = Phones.e164(written, to == null ? null : to.country()).orElse(null);
            if (phone == null)
                faults.add(
                        "customer.phone",
                        "\"" + written
                                + "\" can't be a phone number. Write it with its country code, +46701740605, or leave it out");
        }
        String language = Texts.orNull(customer.language());
        if (language != null && !language.matches("[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*"))
            faults.add("customer.language", "\"" + language + "\" is not a BCP 47 language");
        return new Order.Customer(text("customer.name", customer.name(), faults), email, phone, language);
    }

    private List<Order.Item> items(Faults faults) {
        if (items.size() > MOST_ITEMS) {
            faults.add("items", "An order has up to " + MOST_ITEMS + " items");
            return List.of();
        }
        List<Order.Item> list = new java.util.ArrayList<>();
        for (int i = 0; i < items.size(); i++) {
            ItemBody item = items.get(i);
            String at = "items[" + i + "]";
            if (item == null) {
                faults.add(at, "This item is null");
                continue;
            }
            if (Texts.blank(item.name()) && Texts.blank(item.sku()))
                faults.add(at + ".name", "An item has a name or a sku");
            if (item.quantity() == null || item.quantity() < 1) faults.add(at + ".quantity", "A quantity is 1 or more");
            if (item.price() != null && item.price().signum() < 0) faults.add(at + ".price", "A price is zero or more");
            String sku = text(at + ".sku", item.sku(), faults);
            String name = text(at + ".name", item.name(), faults);
            list.add(new Order.Item(
                    sku,
                    name == null ? sku : name,
                    item.quantity() == null ? 1 : item.quantity(),
                    item.price(),
                    Texts.orNull(item.imageUrl())));
        }
        return list;
    }

    private static String text(String field, String value, Faults faults) {
        if (value != null && value.length() > LONGEST)
            faults.add(field, "This is longer than " + LONGEST + " characters");
        return Texts.orNull(value);
    }

    private static boolean currency(String code) {
        try {
            return java.util.Currency.getInstance(code) != null;
        } catch (IllegalArgumentException e) {
            return false;
        }
    }
}
