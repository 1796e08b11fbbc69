package upbeat.herald.core;

import java.text.Normalizer;
import java.util.Locale;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** The few text rules that many packages share. */
public final class Texts {
    private static final Pattern MARKS = Pattern.compile("\\p{M}");
    private static final Pattern SEPARATORS = Pattern.compile("[\\s\\u00a0.\\-/]+");

    private Texts() {}

    /** True where the text is null or holds nothing but white space. */
    @NullContract("null -> true")
    public static boolean isBlank(@Nullable String text) {
        return text == null || text.isBlank();
    }

    /**
     * The text without surrounding white space, or null where nothing is left: one spelling of "no value" everywhere.
     */
    public static @Nullable String blankToNull(@Nullable String text) {
        return isBlank(text) ? null : text.strip();
    }

    /** The text, empty where there is none. */
    public static String orEmpty(@Nullable String text) {
        return text == null ? "" : text;
    }

    /** The text with its letters' accents taken off: {@code "Åland"} is {@code "Aland"}. */
    public static String removeAccents(String text) {
        return MARKS.matcher(Normalizer.normalize(text, Normalizer.Form.NFD)).replaceAll("");
    }

    /**
     * Upper case without white space and separators, as numbers are compared: {@code "hop 0041-7738 2"} is
     * {@code HOP004177382}.
     */
    public static String compactNumber(@Nullable String number) {
        return number == null ? "" : SEPARATORS.matcher(number).replaceAll("").toUpperCase(Locale.ROOT);
    }
}
