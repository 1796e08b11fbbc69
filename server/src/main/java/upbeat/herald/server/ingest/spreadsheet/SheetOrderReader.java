package upbeat.herald.server.ingest.spreadsheet;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.Amounts;
import upbeat.herald.core.exchange.SheetColumn;
import upbeat.herald.core.exchange.SheetRow;
import upbeat.herald.core.exchange.YesNo;
import upbeat.herald.core.journey.Countries;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.PhoneNumbers;

/** What the cells of one row say, in the product's own terms. Throws a HeraldException that names the cell at fault. */
final class SheetOrderReader {
    private SheetOrderReader() {}

    /** The order with the row's cells laid over what is known; an empty cell changes nothing. */
    static Order readOrder(String shop, SheetRow row, List<Order.Item> items, @Nullable Order before, Instant now) {
        String country = country(row.get(SheetColumn.COUNTRY));
        if (country == null && before != null && before.shipTo() != null)
            country = before.shipTo().country();
        String email = row.get(SheetColumn.EMAIL);
        if (email != null && !EmailAddress.isValid(email))
            throw new HeraldException("email", "\"" + email + "\" isn't an e-mail address");
        String phone = null;
        if (row.get(SheetColumn.PHONE) != null) {
            phone = PhoneNumbers.toE164(row.get(SheetColumn.PHONE), country).orElse(null);
            if (phone == null)
                throw new HeraldException(
                        "phone",
                        "\"" + row.get(SheetColumn.PHONE) + "\" isn't a valid phone number"
                                + (country == null
                                        ? ". Without a country, it needs its country code, like +46"
                                        : " in " + country));
        }
        Order.Customer was = before == null || before.customer() == null
                ? new Order.Customer(null, null, null, null)
                : before.customer();
        Order.Customer customer = new Order.Customer(
                or(row.get(SheetColumn.NAME), was.name()),
                or(email, was.email()),
                or(phone, was.phone()),
                or(language(row), was.language()));
        Order.ShipTo went = before == null || before.shipTo() == null ? Order.ShipTo.NOWHERE : before.shipTo();
        Order.ShipTo to = new Order.ShipTo(
                or(went.name(), country == null ? null : customer.name()),
                or(row.get(SheetColumn.STREET), went.street()),
                or(row.get(SheetColumn.CITY), went.city()),
                or(row.get(SheetColumn.REGION), went.region()),
                or(row.get(SheetColumn.POSTCODE), went.postcode()),
                country);
        if (to.equals(Order.ShipTo.NOWHERE)
                || before != null
                        && before.shipTo() == null
                        && country == null
                        && to.street() == null
                        && to.city() == null) to = before == null ? null : before.shipTo();
        Payment payment = payment(row);
        BigDecimal total = decimal(row, SheetColumn.TOTAL);
        String currency = currency(row);
        Instant placed = placed(row, now);
        List<String> tags = row.get(SheetColumn.TAGS) == null
                ? List.of()
                : Arrays.stream(Texts.orEmpty(row.get(SheetColumn.TAGS)).split("\\s*,\\s*"))
                        .filter(t -> !t.isBlank())
                        .distinct()
                        .toList();
        if (before == null)
            return new Order(
                    shop,
                    Texts.orEmpty(row.get(SheetColumn.ORDER)),
                    placed == null ? now : placed,
                    customer,
                    to,
                    new Order.Purchase(payment == null ? Payment.PREPAID : payment, currency, total, items),
                    consent(row, Order.Consent.UNKNOWN),
                    tags);
        return new Order(
                shop,
                before.number(),
                placed == null ? before.placedAt() : placed,
                before.customer() == null && customer.equals(was) ? null : customer,
                to,
                new Order.Purchase(
                        payment == null ? before.purchase().payment() : payment,
                        or(currency, before.purchase().currency()),
                        total == null
                                        || before.purchase().total() != null
                                                && total.compareTo(before.purchase()
                                                                .total())
                                                        == 0
                                ? before.purchase().total()
                                : total,
                        items.isEmpty() ? before.purchase().items() : items),
                consent(row, before.consent()),
                tags.isEmpty() ? before.tags() : tags);
    }

    private static Order.Consent consent(SheetRow row, Order.Consent before) {
        return new Order.Consent(
                or(yesNo(row, SheetColumn.CONSENT_EMAIL), before.email()),
                or(yesNo(row, SheetColumn.CONSENT_SMS), before.sms()),
                or(yesNo(row, SheetColumn.CONSENT_WHATSAPP), before.whatsapp()));
    }

    private static @Nullable Boolean yesNo(SheetRow row, SheetColumn column) {
        String text = row.get(column);
        if (text == null) return null;
        return YesNo.parse(text)
                .orElseThrow(() -> new HeraldException(
                        column.code(), "\"" + text + "\" in " + column.label() + ": enter yes or no"));
    }

    static Order.@Nullable Item readItem(SheetRow row) {
        String sku = row.get(SheetColumn.SKU);
        String name = row.get(SheetColumn.ITEM);
        if (sku == null && name == null) return null;
        int quantity = 1;
        if (row.get(SheetColumn.QUANTITY) != null) {
            if (!Texts.orEmpty(row.get(SheetColumn.QUANTITY)).matches("[1-9]\\d{0,5}"))
                throw new HeraldException(
                        "quantity", "\"" + row.get(SheetColumn.QUANTITY) + "\" isn't a quantity of 1 or more");
            quantity = Integer.parseInt(row.get(SheetColumn.QUANTITY));
        }
        return new Order.Item(sku, name == null ? sku : name, quantity, decimal(row, SheetColumn.PRICE), null);
    }

    private static @Nullable BigDecimal decimal(SheetRow row, SheetColumn column) {
        String text = row.get(column);
        if (text == null) return null;
        return Amounts.parse(text)
                .orElseThrow(
                        () -> new HeraldException(column.code(), "\"" + text + "\" isn't a valid " + column.label()));
    }

    private static @Nullable Payment payment(SheetRow row) {
        String text = row.get(SheetColumn.PAYMENT);
        if (text == null) return null;
        return Payment.fromCode(text)
                .or(() -> text.equalsIgnoreCase("cod") ? Optional.of(Payment.CASH_ON_DELIVERY) : Optional.empty())
                .orElseThrow(
                        () -> new HeraldException("payment", "\"" + text + "\" isn't prepaid or cash on delivery"));
    }

    private static @Nullable String currency(SheetRow row) {
        String text = row.get(SheetColumn.CURRENCY);
        if (text == null) return null;
        try {
            return java.util.Currency.getInstance(text.toUpperCase(Locale.ROOT)).getCurrencyCode();
        } catch (IllegalArgumentException e) {
            throw new HeraldException("currency", "\"" + text + "\" isn't a currency code such as EUR");
        }
    }

    private static @Nullable String language(SheetRow row) {
        String text = row.get(SheetColumn.LANGUAGE);
        if (text != null && !text.matches("[A-Za-z]{2,3}([-_][A-Za-z0-9]{2,8})*"))
            throw new HeraldException("language", "\"" + text + "\" isn't a language code such as de");
        return text == null ? null : text.replace('_', '-');
    }

    private static @Nullable Instant placed(SheetRow row, Instant now) {
        return readTime(row.get(SheetColumn.PLACED_AT), now);
    }

    /** @param text a date, or a date and time; null for none */
    static @Nullable Instant readTime(@Nullable String text, Instant now) {
        if (text == null) return null;
        Instant at = null;
        for (java.util.function.Function<String, Instant> form : List.<java.util.function.Function<String, Instant>>of(
                t -> OffsetDateTime.parse(t).toInstant(),
                t -> LocalDateTime.parse(t.replace(' ', 'T')).toInstant(ZoneOffset.UTC),
                t -> LocalDate.parse(t).atTime(12, 0).toInstant(ZoneOffset.UTC))) {
            try {
                if (at == null) at = form.apply(text);
            } catch (DateTimeParseException e) {
                // The next form may fit.
            }
        }
        if (at == null)
            throw new HeraldException(
                    "placedAt", "\"" + text + "\" isn't a date such as 2026-11-24 or 2026-11-24 14:05");
        if (at.isAfter(now.plusSeconds(86_400)))
            throw new HeraldException("placedAt", "\"" + text + "\" is in the future. Check the year");
        return at.isAfter(now) ? now : at;
    }

    private static @Nullable String country(@Nullable String written) {
        if (written == null) return null;
        return Countries.findCode(written)
                .orElseThrow(() -> new HeraldException(
                        "country", "\"" + written + "\" isn't a country. Use a two-letter code such as DE"));
    }

    private static <T> @Nullable T or(@Nullable T a, @Nullable T b) {
        return a == null ? b : a;
    }
}
