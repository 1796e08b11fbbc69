package upbeat.herald.core.wording;

import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.TrackingLink;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.timing.CustomerZone;

/** The fields' values for one message, as plain maps. A field without a value is not in them. */
final class FieldValues {
    private FieldValues() {}

    /** @param plainLetters true for an SMS: money without signs, spaces that don't make it longer */
    static Map<String, Map<String, Object>> of(Subject s, boolean plainLetters) {
        Order order = s.order();
        Order.ShipTo to = order.shipTo();
        Locale locale = s.locale();
        Values values = new Values();
        if (order.customer() != null) {
            String name = oneLine(order.customer().name());
            values.put("customer.name", name);
            values.put("customer.firstName", name == null ? null : name.split(" ")[0]);
            values.put("customer.email", order.customer().email());
            values.put("customer.phone", order.customer().phone());
        }
        values.put("order.number", order.number());
        values.put("order.shop", order.shop());
        if (order.total() != null) values.put("order.total", new Money(order.total(), order.currency(), locale, plainLetters));
        values.put("order.items", items(order.items(), locale));
        values.put("order.itemCount", Integer.toString(pieces(order.items())));
        if (s.parcels() > 0) values.put("order.parcelCount", Integer.toString(s.parcels()));
        if (order.placedAt() != null) values.put("order.placedOn", new Day(order.placedAt().atZone(CustomerZone.of(to == null ? null : to.country())).toLocalDate(), locale));
        if (to != null) {
            values.put("shipTo.name", oneLine(to.name()));
            values.put("shipTo.street", oneLine(to.street()));
            values.put("shipTo.postcode", oneLine(to.postcode()));
            values.put("shipTo.city", oneLine(to.city()));
            values.put("shipTo.country", to.country() == null ? null : new Locale("", to.country()).getDisplayCountry(locale));
        }
        if (s.parcel() != null) {
            List<Order.Item> contents = s.contents();
            values.put("parcel.trackingNumber", s.parcel().trackingNumber());
            values.put("parcel.carrier", s.carrier() == null ? s.parcel().carrier() : s.carrier().name());
            values.put("parcel.trackingLink", link(s));
            values.put("parcel.shortLink", s.follow());
            values.put("parcel.items", items(contents, locale));
            values.put("parcel.itemCount", Integer.toString(pieces(contents)));
            values.put("parcel.place", Integer.toString(s.place()));
            if (s.gone() != null) values.put("parcel.dispatchedOn", new Day(s.gone(), locale));
        }
        values.put("brand.name", s.brand().name());
        values.put("brand.phone", s.brand().phone());
        values.put("brand.email", s.brand().senderAddress());
        values.put("brand.helpUrl", s.brand().helpUrl());
        values.put("answer.link", s.answer());
        LocalDate from = s.gone() == null ? s.today() : s.gone();
        if (s.today() != null) values.put("date.today", new Day(s.today(), locale));
        values.put("mail.locale", locale); // not a field: what helpers need besides
        if (from != null) values.put("date.arrives", new Arrives(from, to == null ? null : to.country(), locale));
        return values.map;
    }

    static String link(Subject s) {
        Order.ShipTo to = s.order().shipTo();
        return TrackingLink.of(s.carrier(), s.parcel().trackingNumber(), to == null ? null : to.postcode(), to == null ? null : to.country(), s.locale().getLanguage());
    }

    static int pieces(List<Order.Item> items) {
        return items.stream().mapToInt(Order.Item::quantity).sum();
    }

    /** "1 Box kite and 2 Ribbon tails"; a long list ends with how many more there are. */
    private static String items(List<Order.Item> items, Locale locale) {
        int shown = items.size() > MOST_IN_LINE ? MOST_IN_LINE - 1 : items.size();
        List<String> parts = new java.util.ArrayList<>(items.subList(0, shown).stream().map(i -> i.quantity() + " " + name(i)).toList());
        Phrases phrases = Phrases.in(locale);
        if (shown == items.size()) return phrases.list(parts);
        return String.join(phrases.get("list.comma"), parts) + " " + phrases.get("more", items.size() - shown);
    }

    private static final int MOST_IN_LINE = 20;

    static String name(Order.Item item) {
        String name = oneLine(item.name());
        return name == null ? item.sku() : name;
    }

    static String oneLine(String text) {
        return text == null ? null : Texts.orNull(text.replaceAll("[\\p{Cntrl}\\s]+", " "));
    }

    private static final class Values {
        final Map<String, Map<String, Object>> map = new LinkedHashMap<>();

        void put(String name, Object value) {
            String[] path = name.split("\\.", 2);
            Map<String, Object> group = map.computeIfAbsent(path[0], k -> new LinkedHashMap<>());
            if (value != null && !Texts.blank(value.toString())) group.put(path[1], value);
        }
    }
}
