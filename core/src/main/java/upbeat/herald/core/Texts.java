package upbeat.herald.core;

import java.text.Normalizer;
import java.util.Locale;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** The few text rules that many packages share. */
public final class Texts {
    private static final Pattern MARKS = Pattern.compile("\\p{M}");
    private static final Pattern SEPARATORS = Pattern.compile("[\\s\\p{Z}\\p{Cc}\\p{Cf}\\p{Pd}./]+");

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
     * Upper case without white space, separators and invisible characters, digits of any script as 0 to 9, as numbers
     * are compared: {@code "hop 0041-7738 2"} is {@code HOP004177382}.
     */
    public static String compactNumber(@Nullable String number) {
        if (number == null) return "";
        String text = isAscii(number) ? number : toPlainDigits(Normalizer.normalize(number, Normalizer.Form.NFKC));
        return SEPARATORS.matcher(text).replaceAll("").toUpperCase(Locale.ROOT);
    }

    private static boolean isAscii(String text) {
        return text.chars().allMatch(c -> c < 128);
    }

    private static String toPlainDigits(String text) {
        StringBuilder plain = new StringBuilder(text.length());
        text.codePoints()
                .map(c -> Character.getType(c) == Character.DECIMAL_DIGIT_NUMBER ? '0' + Character.digit(c, 10) : c)
                .forEach(plain::appendCodePoint);
        return plain.toString();
    }
}
