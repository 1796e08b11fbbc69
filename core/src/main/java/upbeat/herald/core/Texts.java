package upbeat.herald.core;

import java.text.Normalizer;
import java.util.Locale;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** The few text rules that many packages share. */
public final class Texts {
    private static final Pattern MARKS = Pattern.compile("\\p{M}");
    private static final Pattern DIRECTION_CONTROLS = Pattern.compile("[\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069]");
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

    /**
     * The text without characters that turn the direction of what follows (Unicode UAX 9): in a name they could make a
     * sentence of ours read backwards. Letters keep their own direction.
     */
    public static String removeDirectionControls(String text) {
        return isAscii(text) ? text : DIRECTION_CONTROLS.matcher(text).replaceAll("");
    }

    /** For HTML, in text and in attributes in double quotes. */
    public static String escapeHtml(@Nullable String text) {
        if (text == null) return "";
        if (text.indexOf('&') < 0 && text.indexOf('<') < 0 && text.indexOf('>') < 0 && text.indexOf('"') < 0)
            return text; // nearly all are like that
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }

    private static boolean isAscii(String text) {
        for (int i = 0; i < text.length(); i++) if (text.charAt(i) >= 128) return false;
        return true;
    }

    private static String toPlainDigits(String text) {
        StringBuilder plain = new StringBuilder(text.length());
        text.codePoints()
                .map(c -> Character.getType(c) == Character.DECIMAL_DIGIT_NUMBER ? '0' + Character.digit(c, 10) : c)
                .forEach(plain::appendCodePoint);
        return plain.toString();
    }
}
