package upbeat.herald.core.wording;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.TrackingLink;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.timing.CustomerZone;

/** The fields' values for one message, as plain maps. A field without a value is not in them. */
final class FieldValues {
    private FieldValues() {}

    static Map<String, Map<String, String>> of(Subject s) {
        Order order = s.order();
        Order.ShipTo to = order.shipTo();
        Values values = new Values();
        if (order.customer() != null) {
            String name = oneLine(order.customer().name());
            values.put("customer.name", name);
            values.put("customer.firstName", name == null ? null : name.split(" ")[0]);
        }
        values.put("order.number", order.number());
        values.put("order.total", money(order.total(), order.currency()));
        values.put("order.items", order.items().stream().map(i -> i.quantity() + " " + oneLine(i.name())).collect(Collectors.joining(", ")));
        if (order.placedAt() != null) {
            ZoneId zone = CustomerZone.of(to == null ? null : to.country());
            values.put("order.placedOn", DateTimeFormatter.ofPattern("d MMMM yyyy", s.locale()).format(order.placedAt().atZone(zone)));
        }
        if (to != null) {
            values.put("shipTo.city", oneLine(to.city()));
            values.put("shipTo.country", to.country() == null ? null : new Locale("", to.country()).getDisplayCountry(s.locale()));
        }
        if (s.parcel() != null) {
            values.put("parcel.trackingNumber", s.parcel().trackingNumber());
            values.put("parcel.carrier", s.carrier() == null ? s.parcel().carrier() : s.carrier().name());
            values.put("parcel.trackingLink", link(s));
            values.put("parcel.items", contents(order, s.parcel()).stream().map(i -> i.quantity() + " " + oneLine(i.name())).collect(Collectors.joining(", ")));
        }
        values.put("brand.name", s.brand().name());
        values.put("brand.phone", s.brand().phone());
        values.put("answer.link", s.answer());
        return values.map;
    }

    static String link(Subject s) {
        Order.ShipTo to = s.order().shipTo();
        return TrackingLink.of(s.carrier(), s.parcel().trackingNumber(), to == null ? null : to.postcode(), to == null ? null : to.country(), s.locale().getLanguage());
    }

    /** The items in the parcel; all of the order where nobody said what is in it. */
    static List<Order.Item> contents(Order order, Parcel parcel) {
        if (parcel == null || parcel.items().isEmpty()) return order.items();
        return parcel.items().stream().flatMap(c -> order.items().stream().filter(i -> c.sku().equals(i.sku()))
                .map(i -> new Order.Item(i.sku(), i.name(), c.quantity(), i.price(), i.imageUrl()))).toList();
    }

    /** With at least the digits that ISO 4217 gives the currency: {@code 84.50 AUD}, {@code 900 JPY}. */
    static String money(BigDecimal amount, String currency) {
        if (amount == null) return null;
        if (currency == null) return amount.toPlainString();
        int digits = Math.max(0, Currency.getInstance(currency).getDefaultFractionDigits());
        return amount.setScale(Math.max(digits, amount.stripTrailingZeros().scale()), RoundingMode.UNNECESSARY).toPlainString() + " " + currency;
    }

    private static String oneLine(String text) {
        return text == null ? null : Texts.orNull(text.replaceAll("[\\p{Cntrl}\\s]+", " "));
    }

    private static final class Values {
        final Map<String, Map<String, String>> map = new LinkedHashMap<>();

        void put(String name, String value) {
            String[] path = name.split("\\.", 2);
            Map<String, String> group = map.computeIfAbsent(path[0], k -> new LinkedHashMap<>());
            if (!Texts.blank(value)) group.put(path[1], value);
        }
    }
}
