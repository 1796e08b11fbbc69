package upbeat.herald.server.ingest;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.DecimalNumbers;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Countries;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.PhoneNumbers;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.web.JsonErrors;
import upbeat.herald.server.platform.web.ValidationException;

/** An order as a machine sends it, and as a shop's mapping makes it. */
public record OrderDocument(
        OffsetDateTime placedAt,
        @Nullable CustomerBody customer,
        @Nullable ShipToBody shipTo,
        @JsonUnwrapped PurchaseBody purchase,
        @Nullable ConsentBody consent,
        @Nullable List<String> tags) {

    record PurchaseBody(
            @Nullable String payment,
            @Nullable String currency,
            @Nullable BigDecimal total,
            @Nullable List<ItemBody> items) {}

    record CustomerBody(
            @Nullable String name,
            @Nullable String email,
            @Nullable String phone,
            @Nullable String language) {}

    record ShipToBody(
            @Nullable String name,
            @Nullable String street,
            @Nullable String city,
            @Nullable String region,
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
    private static final int MOST_TAGS = 100;
    private static final int LONGEST_TAG = 100;
    /** A clock may be wrong by some hours; by a day or more, the date is. */
    private static final Duration AHEAD = Duration.ofHours(24);

    /**
     * From values by name, nested as the document nests them. @throws ValidationException where one has the wrong form
     */
    public static OrderDocument fromValues(Map<String, Object> values) {
        try {
            return Json.convert(values, OrderDocument.class);
        } catch (tools.jackson.databind.DatabindException e) {
            throw JsonErrors.toValidationException(e);
        }
    }

    public static void checkShop(@Nullable String key, String field, ValidationException errors) {
        if (key == null || !key.matches("[a-z0-9][a-z0-9-]{0,39}"))
            errors.add(field, "Enter a short name of up to 40 lower-case letters, digits and hyphens");
    }

    /** What a person should look at: a phone number that could be read in two ways. Empty where all is plain. */
    public Optional<String> describeGuess() {
        String written = customer == null ? null : Texts.blankToNull(customer.phone());
        if (written == null) return Optional.empty();
        String country = shipTo == null || shipTo.country() == null
                ? null
                : shipTo.country().strip().toUpperCase(Locale.ROOT);
        if (!PhoneNumbers.isGuess(written, country)) return Optional.empty();
        return PhoneNumbers.toE164(written, country)
                .map(e164 -> "The phone number " + written + " was read as " + e164);
    }

    /**
     * The order, with its numbers and codes in one notation. @throws ValidationException naming every value that can't
     * be used
     */
    public Order toOrder(String shop, String number, Instant now) {
        ValidationException errors = new ValidationException();
        checkShop(shop, "shop", errors);
        if (Texts.isBlank(number) || number.length() > 80)
            errors.add("number", "Enter an order number of 1 to 80 characters");
        if (placedAt == null) errors.add("placedAt", "Enter when the order was placed, like 2026-11-24T14:05:00+01:00");
        else if (placedAt.toInstant().isAfter(now.plus(AHEAD)))
            errors.add("placedAt", "This time is in the future. Check the year and the time zone");
        Payment paid = Payment.PREPAID;
        if (purchase.payment() != null) {
            paid = Payment.fromCode(purchase.payment()).orElse(null);
            if (paid == null) errors.add("payment", "\"" + purchase.payment() + "\" isn't prepaid or cash-on-delivery");
        }
        if (purchase.currency() != null && !currency(purchase.currency()))
            errors.add("currency", "\"" + purchase.currency() + "\" isn't a currency code such as EUR");
        if (purchase.total() != null && !isAmount(purchase.total()))
            errors.add("total", "Enter a total of zero or more, with up to 12 digits and 6 decimals");
        Order.ShipTo to = shipTo == null ? null : shipTo(shipTo, errors);
        Order.Customer who = customer == null ? null : customer(customer, to, errors);
        List<Order.Item> what = purchase.items() == null ? List.of() : items(purchase.items(), errors);
        Order.Consent agreed = consent == null
                ? Order.Consent.UNKNOWN
                : new Order.Consent(consent.email(), consent.sms(), consent.whatsapp());
        List<String> words = tags == null
                ? List.of()
                : tags.stream()
                        .filter(t -> !Texts.isBlank(t))
                        .map(String::strip)
                        .distinct()
                        .toList();
        if (words.size() > MOST_TAGS) errors.add("tags", "An order can have up to " + MOST_TAGS + " tags");
        if (words.stream().anyMatch(w -> w.length() > LONGEST_TAG))
            errors.add("tags", "A tag can have up to " + LONGEST_TAG + " characters");
        errors.throwIfAny();
        return new Order(
                shop,
                number,
                placedAt.toInstant(),
                who,
                to,
                new Order.Purchase(Objects.requireNonNull(paid), purchase.currency(), purchase.total(), what),
                agreed,
                words);
    }

    private static Order.ShipTo shipTo(ShipToBody shipTo, ValidationException errors) {
        String country = Texts.blankToNull(shipTo.country());
        if (country != null) {
            country = country.toUpperCase(Locale.ROOT);
            if (!Countries.CODES.contains(country))
                errors.add("shipTo.country", "\"" + shipTo.country() + "\" isn't a country code such as DE");
        }
        return new Order.ShipTo(
                text("shipTo.name", shipTo.name(), errors),
                text("shipTo.street", shipTo.street(), errors),
                text("shipTo.city", shipTo.city(), errors),
                text("shipTo.region", shipTo.region(), errors),
                text("shipTo.postcode", shipTo.postcode(), errors),
                country);
    }

    private static Order.Customer customer(
            CustomerBody customer, Order.@Nullable ShipTo to, ValidationException errors) {
        String email = Texts.blankToNull(customer.email());
        if (email != null && !EmailAddress.isValid(email))
            errors.add("customer.email", "\"" + email + "\" isn't an e-mail address");
        String phone = Texts.blankToNull(customer.phone());
        if (phone != null) {
            String written = phone;
            phone = PhoneNumbers.toE164(written, to == null ? null : to.country())
                    .orElse(null);
            if (phone == null)
                errors.add(
                        "customer.phone",
                        "\"" + written
                                + "\" isn't a valid phone number. Enter it with its country code, like +46701740605, or leave it out");
        }
        String language = Texts.blankToNull(customer.language());
        if (language != null && !language.matches("[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*"))
            errors.add("customer.language", "\"" + language + "\" isn't a language code such as de");
        return new Order.Customer(text("customer.name", customer.name(), errors), email, phone, language);
    }

    private static List<Order.Item> items(List<ItemBody> items, ValidationException errors) {
        if (items.size() > MOST_ITEMS) {
            errors.add("items", "An order can have up to " + MOST_ITEMS + " items");
            return List.of();
        }
        List<Order.Item> list = new java.util.ArrayList<>();
        for (int i = 0; i < items.size(); i++) {
            ItemBody item = items.get(i);
            String at = "items[" + i + "]";
            if (item == null) {
                errors.add(at, "This item is empty");
                continue;
            }
            if (Texts.isBlank(item.name()) && Texts.isBlank(item.sku()))
                errors.add(at + ".name", "Give the item a name or an SKU");
            if (item.quantity() == null || item.quantity() < 1)
                errors.add(at + ".quantity", "Enter a quantity of 1 or more");
            if (item.price() != null && !isAmount(item.price()))
                errors.add(at + ".price", "Enter a price of zero or more, with up to 12 digits and 6 decimals");
            String sku = text(at + ".sku", item.sku(), errors);
            String name = text(at + ".name", item.name(), errors);
            list.add(new Order.Item(
                    sku,
                    name == null ? sku : name,
                    item.quantity() == null ? 1 : item.quantity(),
                    item.price(),
                    Texts.blankToNull(item.imageUrl())));
        }
        return list;
    }

    private static @Nullable String text(String field, @Nullable String value, ValidationException errors) {
        if (value != null && value.length() > LONGEST)
            errors.add(field, "This is longer than " + LONGEST + " characters");
        return value == null ? null : Texts.blankToNull(Texts.removeDirectionControls(value));
    }

    /** Its digits and its scale are looked at before anything is calculated with it. */
    private static boolean isAmount(BigDecimal amount) {
        return amount.signum() >= 0
                && DecimalNumbers.isReasonable(amount)
                && amount.scale() <= 6
                && amount.precision() - amount.scale() <= 12;
    }

    private static boolean currency(String code) {
        try {
            return java.util.Currency.getInstance(code) != null;
        } catch (IllegalArgumentException e) {
            return false;
        }
    }
}
