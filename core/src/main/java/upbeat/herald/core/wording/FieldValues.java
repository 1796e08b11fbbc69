package upbeat.herald.core.wording;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.TrackingLink;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.timing.CustomerZone;

/** The fields' values for one message, as plain maps that are filled as they are asked. */
final class FieldValues {
    private static final Pattern BLANKS = Pattern.compile("[\\p{Cntrl}\\s]+");

    private static final char DELETE = '\u007f';

    private FieldValues() {}

    /** @param plainLetters true for an SMS: money without signs, spaces that don't make it longer */
    static Map<String, LazyValues> of(Subject s, boolean plainLetters) {
        Order order = s.order();
        Order.ShipTo to = order.shipTo();
        Locale locale = s.locale();
        Map<String, LazyValues> values = new HashMap<>();
        LazyValues customer = group(values, "customer");
        if (order.customer() != null) {
            customer.later("name", () -> oneLine(order.customer().name()));
            customer.later("firstName", () -> customer.get("name") instanceof String name ? name.split(" ")[0] : null);
            customer.put("email", order.customer().email());
            customer.put("phone", order.customer().phone());
        }
        LazyValues about = group(values, "order");
        about.put("number", order.number());
        about.put("shop", order.shop());
        if (order.total() != null) about.put("total", new Money(order.total(), order.currency(), locale, plainLetters));
        about.later("items", () -> items(order.items(), locale));
        about.later("itemCount", () -> Integer.toString(pieces(order.items())));
        if (s.parcels() > 0) about.later("parcelCount", () -> Integer.toString(s.parcels()));
        if (order.placedAt() != null)
            about.later(
                    "placedOn",
                    () -> new Day(
                            order.placedAt()
                                    .atZone(CustomerZone.of(to == null ? null : to.country()))
                                    .toLocalDate(),
                            locale));
        LazyValues shipTo = group(values, "shipTo");
        if (to != null) {
            shipTo.later("name", () -> oneLine(to.name()));
            shipTo.later("street", () -> oneLine(to.street()));
            shipTo.later("postcode", () -> oneLine(to.postcode()));
            shipTo.later("city", () -> oneLine(to.city()));
            if (to.country() != null)
                shipTo.later("country", () -> new Locale("", to.country()).getDisplayCountry(locale));
        }
        LazyValues parcel = group(values, "parcel");
        if (s.parcel() != null) {
            parcel.put("trackingNumber", s.parcel().trackingNumber());
            parcel.put(
                    "carrier",
                    s.carrier() == null ? s.parcel().carrier() : s.carrier().name());
            parcel.later("trackingLink", () -> link(s));
            parcel.put("shortLink", s.follow());
            parcel.later("items", () -> items(s.contents(), locale));
            parcel.later("itemCount", () -> Integer.toString(pieces(s.contents())));
            parcel.later("place", () -> Integer.toString(s.place()));
            if (s.gone() != null) parcel.put("dispatchedOn", new Day(s.gone(), locale));
        }
        LazyValues brand = group(values, "brand");
        brand.put("name", s.brand().name());
        brand.put("phone", s.brand().phone());
        brand.put("email", s.brand().senderAddress());
        brand.put("helpUrl", s.brand().helpUrl());
        group(values, "answer").put("link", s.answer());
        LazyValues date = group(values, "date");
        LocalDate from = s.gone() == null ? s.today() : s.gone();
        if (s.today() != null) date.put("today", new Day(s.today(), locale));
        if (from != null)
            date.put("arrives", new Arrives(from, to == null ? null : to.country(), locale, s.expected()));
        group(values, "mail").put("locale", locale); // not a field: what helpers need besides
        return values;
    }

    private static LazyValues group(Map<String, LazyValues> values, String name) {
        LazyValues group = new LazyValues();
        values.put(name, group);
        return group;
    }

    static String link(Subject s) {
        Order.ShipTo to = s.order().shipTo();
        return TrackingLink.of(
                s.carrier(),
                s.parcel().trackingNumber(),
                to == null ? null : to.postcode(),
                to == null ? null : to.country(),
                s.locale().getLanguage());
    }

    static int pieces(List<Order.Item> items) {
        return items.stream().mapToInt(Order.Item::quantity).sum();
    }

    /** "1 Box kite and 2 Ribbon tails"; a long list ends with how many more there are. */
    private static String items(List<Order.Item> items, Locale locale) {
        int shown = items.size() > MOST_IN_LINE ? MOST_IN_LINE - 1 : items.size();
        List<String> parts = new java.util.ArrayList<>(items.subList(0, shown).stream()
                .map(i -> i.quantity() + " " + name(i))
                .toList());
        Phrases phrases = Phrases.in(locale);
        if (shown == items.size()) return phrases.list(parts);
        return String.join(phrases.get("list.comma"), parts) + " " + phrases.get("more", items.size() - shown);
    }

    private static final int MOST_IN_LINE = 20;

    static String name(Order.Item item) {
        String name = oneLine(item.name());
        return name == null ? item.sku() : name;
    }

    /** On one line, without control characters, so that no value breaks a header or a layout. */
    static String oneLine(String text) {
        return text == null
                ? null
                : Texts.orNull(uneven(text) ? BLANKS.matcher(text).replaceAll(" ") : text);
    }

    /** True where there is more than one blank between words, or a control character; nearly no value is like that. */
    private static boolean uneven(String text) {
        char before = 'x';
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c < ' ' || c == DELETE || c == ' ' && before == ' ') return true;
            before = c;
        }
        return false;
    }
}
