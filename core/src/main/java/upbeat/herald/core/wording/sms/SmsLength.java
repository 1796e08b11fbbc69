package upbeat.herald.core.wording.sms;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;

/**
 * What a text costs as SMS: its encoding, its units and how many segments it takes. The default alphabet and its
 * extension table are those of 3GPP TS 23.038 (6.2.1 and 6.2.1.1); a text longer than one segment loses 7 septets or 3
 * UCS-2 units of each to the concatenation header (3GPP TS 23.040, 9.2.3.24.1). A pair (escape and character, or the
 * two halves of a surrogate pair) is never parted between segments.
 *
 * @param units septets, or UCS-2 code units, with the escapes
 * @param unitsLeft that still fit into the last segment
 */
public record SmsLength(Encoding encoding, int segments, int units, int unitsLeft, List<Replacement> replacements) {

    /** @param alone units of a lone segment; {@code joined} of each segment where there are several */
    public enum Encoding {
        GSM7("GSM-7", 160, 153),
        UCS2("UCS-2", 70, 67);

        private final String code;
        private final int alone;
        private final int joined;

        Encoding(String code, int alone, int joined) {
            this.code = code;
            this.alone = alone;
            this.joined = joined;
        }

        public String code() {
            return code;
        }
    }

    /**
     * A character that forces the long encoding. @param at index of its first UTF-16 unit; {@code use} what says the
     * same in the short one, or null
     */
    public record Replacement(
            int at, String found, @Nullable String use) {}

    private static final Map<String, String> PLAIN = Map.ofEntries(
            Map.entry("‘", "'"),
            Map.entry("’", "'"),
            Map.entry("‚", "'"),
            Map.entry("“", "\""),
            Map.entry("”", "\""),
            Map.entry("„", "\""),
            Map.entry("«", "\""),
            Map.entry("»", "\""),
            Map.entry("–", "-"),
            Map.entry("—", "-"),
            Map.entry("‑", "-"),
            Map.entry("…", "..."),
            Map.entry("\u00a0", " "),
            Map.entry("\u202f", " "),
            Map.entry("\u2009", " "),
            Map.entry("\u200b", ""),
            Map.entry("\ufeff", ""),
            Map.entry("×", "x"),
            Map.entry("•", "-"),
            Map.entry("·", "-"),
            Map.entry("`", "'"),
            Map.entry("´", "'"),
            Map.entry("\t", " "));

    public static SmsLength measure(String text) {
        List<Replacement> replacements = new ArrayList<>();
        for (int i = 0; i < text.length(); ) {
            int point = text.codePointAt(i);
            if (Gsm7.septets(point) == 0)
                replacements.add(new Replacement(i, Character.toString(point), plain(Character.toString(point))));
            i += Character.charCount(point);
        }
        Encoding encoding = replacements.isEmpty() ? Encoding.GSM7 : Encoding.UCS2;
        int total = 0;
        for (int i = 0; i < text.length(); i += step(text, i)) total += units(encoding, text, i);
        if (total <= encoding.alone) return new SmsLength(encoding, 1, total, encoding.alone - total, replacements);
        int segments = 1;
        int inLast = 0;
        for (int i = 0; i < text.length(); i += step(text, i)) {
            int units = units(encoding, text, i);
            if (inLast + units > encoding.joined) {
                segments++;
                inLast = 0;
            }
            inLast += units;
        }
        return new SmsLength(encoding, segments, total, encoding.joined - inLast, replacements);
    }

    /** How many units less would make it a segment shorter; 0 where it has one segment. */
    public int unitsOverLimit() {
        if (segments == 1) return 0;
        return segments == 2 ? units - encoding.alone : encoding.joined - unitsLeft;
    }

    private static int step(String text, int at) {
        return Character.charCount(text.codePointAt(at));
    }

    private static int units(Encoding encoding, String text, int at) {
        return encoding == Encoding.UCS2 ? step(text, at) : Gsm7.septets(text.codePointAt(at));
    }

    private static @Nullable String plain(String found) {
        if (PLAIN.containsKey(found)) return PLAIN.get(found);
        String base = Texts.removeAccents(found);
        boolean fits = !base.isEmpty() && base.codePoints().allMatch(c -> Gsm7.septets(c) > 0);
        return fits ? base : null;
    }
}
