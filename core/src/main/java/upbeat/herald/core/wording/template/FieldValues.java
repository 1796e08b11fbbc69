package upbeat.herald.core.wording.template;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.TrackingLink;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.Field;
import upbeat.herald.core.wording.Fields;
import upbeat.herald.core.wording.MessageSubject;

/** The fields' values for one message, as plain maps that are filled as they are asked. */
public final class FieldValues {
    private static final Pattern BLANKS = Pattern.compile("[\\p{Cntrl}\\s]+");

    private static final char DELETE = '\u007f';

    private FieldValues() {}

    /** @param plainLetters true for an SMS: money without signs, spaces that don't make it longer */
    public static Map<String, LazyValues> collect(MessageSubject s, boolean plainLetters) {
        Order order = s.order();
        Order.ShipTo to = order.shipTo();
        Locale locale = s.locale();
        Map<String, LazyValues> values = new HashMap<>();
        LazyValues customer = group(values, "customer");
        Order.Customer person = order.customer();
        if (person != null) {
            customer.putLazily("name", () -> oneLine(person.name()));
            customer.putLazily(
                    "firstName", () -> customer.get("name") instanceof String name ? name.split(" ")[0] : null);
            customer.put("email", person.email());
            customer.put("phone", person.phone());
        }
        LazyValues about = group(values, "order");
        about.put("number", order.number());
        about.put("shop", order.shop());
        if (order.purchase().total() != null)
            about.put(
                    "total",
                    new Money(order.purchase().total(), order.purchase().currency(), locale, plainLetters));
        about.putLazily("items", () -> items(order.purchase().items(), locale));
        about.putLazily(
                "itemCount",
                () -> Integer.toString(Order.countPieces(order.purchase().items())));
        if (s.tracking().parcels() > 0)
            about.putLazily(
                    "trackingNumbers", () -> String.join(", ", s.tracking().numbers()));
        if (s.tracking().parcels() > 0)
            about.putLazily("parcelCount", () -> Integer.toString(s.tracking().parcels()));
        if (order.placedAt() != null)
            about.putLazily(
                    "placedOn",
                    () -> new Day(order.placedAt().atZone(s.days().zone()).toLocalDate(), locale));
        LazyValues shipTo = group(values, "shipTo");
        if (to != null) {
            shipTo.putLazily("name", () -> oneLine(to.name()));
            shipTo.putLazily("street", () -> oneLine(to.street()));
            shipTo.putLazily("postcode", () -> oneLine(to.postcode()));
            shipTo.putLazily("region", () -> oneLine(to.region()));
            shipTo.putLazily("city", () -> oneLine(to.city()));
            if (to.country() != null)
                shipTo.putLazily("country", () -> new Locale("", to.country()).getDisplayCountry(locale));
        }
        LazyValues parcel = group(values, "parcel");
        if (s.parcel() != null) {
            parcel.put("trackingNumber", s.parcel().trackingNumber());
            parcel.put(
                    "carrier",
                    s.carrier() == null ? s.parcel().carrier() : s.carrier().name());
            if (s.tracking().isReported()) parcel.put("reportedBy", parcel.get("carrier"));
            parcel.putLazily("trackingLink", () -> trackingLink(s));
            parcel.put("shortLink", s.tracking().shortLink());
            parcel.putLazily("items", () -> items(s.contents(), locale));
            parcel.putLazily("itemCount", () -> Integer.toString(Order.countPieces(s.contents())));
            if (s.tracking().parcels() > 1)
                parcel.put(
                        "ofSeveral", s.tracking().place() + "/" + s.tracking().parcels());
            parcel.putLazily("place", () -> Integer.toString(s.tracking().place()));
            if (s.days().dispatchedOn() != null)
                parcel.put("dispatchedOn", new Day(s.days().dispatchedOn(), locale));
        }
        LazyValues brand = group(values, "brand");
        brand.put("name", s.brand().name());
        brand.put("phone", s.brand().contact().phone());
        brand.put("email", s.brand().hasSenderAddress() ? s.brand().sender().senderAddress() : null);
        brand.put("helpUrl", s.brand().contact().helpUrl());
        group(values, "answer")
                .put("link", s.answers() == null ? null : s.answers().page());
        LazyValues date = group(values, "date");
        LocalDate from =
                s.days().dispatchedOn() == null ? s.days().today() : s.days().dispatchedOn();
        if (s.days().today() != null) date.put("today", new Day(s.days().today(), locale));
        if (from != null)
            date.put(
                    "arrives",
                    new ArrivalDay(
                            from,
                            to == null ? null : to.country(),
                            locale,
                            s.days().expected()));
        group(values, "mail").put("locale", locale); // not a field: what helpers need besides
        return values;
    }

    /** The fields that would be empty in a message about this. */
    public static List<String> findEmpty(MessageSubject about) {
        return findEmpty(about, Fields.ALL.stream().map(Field::name).toList());
    }

    /** Those of these fields that would be empty: where none is, nothing can be missing in a text that names them. */
    public static List<String> findEmpty(MessageSubject about, Collection<String> fields) {
        Map<String, LazyValues> values = collect(about, false);
        List<String> empty = new ArrayList<>(0);
        for (String name : fields) if (valueOf(values, name) == null) empty.add(name);
        return empty;
    }

    private static @Nullable Object valueOf(Map<String, LazyValues> values, String field) {
        int point = field.indexOf('.');
        return group(values, field.substring(0, point)).get(field.substring(point + 1));
    }

    /** What the fields say in a message about this; those that would be empty are absent. */
    public static Map<String, String> findTexts(MessageSubject about) {
        Map<String, LazyValues> values = collect(about, false);
        Map<String, String> texts = new HashMap<>();
        for (Field field : Fields.ALL) {
            Object value = valueOf(values, field.name());
            if (value != null) texts.put(field.name(), String.valueOf(value));
        }
        return texts;
    }

    /** The values of one group, empty where nothing was put into it. */
    public static LazyValues group(Map<String, LazyValues> values, String name) {
        return values.computeIfAbsent(name, n -> new LazyValues());
    }

    public static @Nullable String trackingLink(MessageSubject s) {
        if (s.parcel() == null) return null;
        Order.ShipTo to = s.order().shipTo();
        return TrackingLink.build(
                s.carrier(),
                s.parcel().trackingNumber(),
                to == null ? null : to.postcode(),
                to == null ? null : to.country(),
                s.locale().getLanguage());
    }

    /** "1 Box kite and 2 Ribbon tails"; a long list ends with how many more there are. */
    private static String items(List<Order.Item> items, Locale locale) {
        int shown = items.size() > MOST_IN_LINE ? MOST_IN_LINE - 1 : items.size();
        List<String> parts = new ArrayList<>(items.subList(0, shown).stream()
                .map(i -> i.quantity() + " " + itemName(i))
                .toList());
        Phrases phrases = Phrases.forLocale(locale);
        if (shown == items.size()) return phrases.list(parts);
        return String.join(phrases.get("list.comma"), parts) + " " + phrases.get("more", items.size() - shown);
    }

    private static final int MOST_IN_LINE = 20;

    public static @Nullable String itemName(Order.Item item) {
        String name = oneLine(item.name());
        return name == null ? item.sku() : name;
    }

    /**
     * On one line, without control characters and those that turn the direction of writing, so that no value breaks a
     * header or a layout.
     */
    public static @Nullable String oneLine(@Nullable String text) {
        if (text == null) return null;
        String plain = Texts.removeDirectionControls(text);
        return Texts.blankToNull(uneven(plain) ? BLANKS.matcher(plain).replaceAll(" ") : plain);
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
