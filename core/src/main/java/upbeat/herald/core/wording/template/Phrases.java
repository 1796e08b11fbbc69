package upbeat.herald.core.wording.template;

import java.text.NumberFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.ResourceBundle;
import java.util.concurrent.ConcurrentHashMap;

/**
 * The words an e-mail says by itself, such as "Follow your parcel", in the customer's language; in English where there
 * is no translation.
 */
public final class Phrases {
    private static final ResourceBundle.Control NO_DEFAULT =
            ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_PROPERTIES);
    /** By locale. Customers' languages are a handful; one that makes up thousands only makes the map start again. */
    private static final Map<Locale, Phrases> MADE = new ConcurrentHashMap<>();

    private final ResourceBundle bundle;
    private final Locale locale;

    private Phrases(ResourceBundle bundle, Locale locale) {
        this.bundle = bundle;
        this.locale = locale;
    }

    public static Phrases forLocale(Locale locale) {
        Phrases made = MADE.get(locale);
        if (made == null && MADE.size() > 1_000) MADE.clear();
        if (made == null) MADE.put(locale, made = made(locale));
        return made;
    }

    private static Phrases made(Locale locale) {
        return new Phrases(ResourceBundle.getBundle("upbeat.herald.core.wording.phrases", locale, NO_DEFAULT), locale);
    }

    public String get(String key) {
        return bundle.getString(key);
    }

    /** A colon and the space behind it; French puts a narrow no-break space before it. */
    public String colon() {
        return get("colon");
    }

    /** With {@code {0}}, {@code {1}} replaced, numbers as they are written in the language. */
    public String get(String key, Object... values) {
        String text = bundle.getString(key);
        for (int i = 0; i < values.length; i++)
            text = text.replace(
                    "{" + i + "}",
                    values[i] instanceof Integer n
                            ? NumberFormat.getIntegerInstance(locale).format(n)
                            : String.valueOf(values[i]));
        return text;
    }

    /** "a, b and c", as the Unicode CLDR list pattern "standard" joins it. */
    public String list(List<String> parts) {
        if (parts.size() < 2) return parts.isEmpty() ? "" : parts.get(0);
        if (parts.size() == 2) return parts.get(0) + bundle.getString("list.two") + parts.get(1);
        return String.join(bundle.getString("list.comma"), parts.subList(0, parts.size() - 1))
                + bundle.getString("list.end")
                + parts.get(parts.size() - 1);
    }
}
