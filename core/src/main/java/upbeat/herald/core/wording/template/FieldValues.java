package upbeat.herald.core.wording.template;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
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
        Map<String, LazyValues> values = new HashMap<>();
        for (FieldGroup group : FieldGroup.values()) values.put(group.code(), group.collect(s, plainLetters));
        group(values, "mail").put("locale", s.locale()); // not a field: what helpers need besides
        return values;
    }

    /** The fields that would be empty in a message about this. */
    public static List<String> findEmpty(MessageSubject about) {
        return findEmpty(about, Fields.ALL.stream().map(Field::name).toList());
    }

    /** Those of these fields that would be empty: where none is, nothing can be missing in a text that names them. */
    public static List<String> findEmpty(MessageSubject about, Collection<String> fields) {
        LazyValues[] collected = new LazyValues[FieldGroup.values().length];
        List<String> empty = new ArrayList<>(0);
        for (String name : fields) {
            Place place = PLACES.computeIfAbsent(name, Place::of);
            if (place.isEmpty(collected, about)) empty.add(name);
        }
        return empty;
    }

    /** Where a field's value is found. @param group null for a field nobody knows */
    private record Place(@Nullable FieldGroup group, String key) {
        static Place of(String field) {
            int point = field.indexOf('.');
            return new Place(FieldGroup.find(field.substring(0, point)).orElse(null), field.substring(point + 1));
        }

        /** @param collected the groups that were asked for already, by their ordinal */
        boolean isEmpty(LazyValues[] collected, MessageSubject about) {
            if (group == null) return true;
            LazyValues values = collected[group.ordinal()];
            if (values == null) collected[group.ordinal()] = values = group.collect(about, false);
            return values.get(key) == null;
        }
    }

    /** Fields are few, and asked for with every message. */
    private static final Map<String, Place> PLACES = new ConcurrentHashMap<>();

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

    /**
     * Where the customer follows the parcel: on the order's own page where messages lead there, else at the carrier.
     */
    public static @Nullable String trackingLink(MessageSubject s) {
        if (s.parcel() == null) return null;
        if (s.linkedPage() != null) return s.linkedPage();
        Order.ShipTo to = s.order().shipTo();
        return TrackingLink.build(
                s.carrier(),
                s.parcel().trackingNumber(),
                to == null ? null : to.postcode(),
                to == null ? null : to.country(),
                s.locale().getLanguage());
    }

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
