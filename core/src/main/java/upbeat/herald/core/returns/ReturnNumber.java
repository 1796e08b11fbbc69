package upbeat.herald.core.returns;

import java.util.Locale;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.carrier.CheckDigit;
import upbeat.herald.core.wording.ReturnTerms;

/** The number on a return's label: one of the carrier's, or one of our own with a check character. */
public final class ReturnNumber {
    private ReturnNumber() {}

    /**
     * @param used how many numbers of the same kind were given before
     * @return null where the carrier's numbers are used up
     */
    public static @Nullable String next(ReturnTerms terms, long used) {
        return terms.numbers() == null ? ofOwn(used + 1) : terms.numbers().numberAfter(used);
    }

    /** What counts the numbers that were given: those of a range from one beginning, or our own. */
    public static String kindOf(ReturnTerms terms) {
        return terms.numbers() == null ? "own" : terms.numbers().key();
    }

    /** A letter, nine digits, and a check character (ISO 7064 modulo 37,36). */
    private static String ofOwn(long serial) {
        String body = String.format(Locale.ROOT, "R%09d", serial);
        return body + CheckDigit.MOD_37_36.expected(body).orElseThrow();
    }
}
