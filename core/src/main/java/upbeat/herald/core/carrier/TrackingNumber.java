package upbeat.herald.core.carrier;

import java.text.Normalizer;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;

/**
 * The one spelling by which tracking numbers are compared, whatever scanner, sheet or page they come from. Sources: GS1
 * General Specifications (application identifier 00, FNC1 as group separator), GS1 Digital Link 1.1, ISO/IEC 15424
 * (symbology identifiers such as {@code ]C1}).
 */
public final class TrackingNumber {
    private static final Pattern SYMBOLOGY = Pattern.compile("^\\](?:[A-Za-z][0-9A-Za-z])");
    /** Digital Link: the primary key 00 and its SSCC are a pair of path segments. */
    private static final Pattern DIGITAL_LINK =
            Pattern.compile("(?i)https?://[^/?#]+(?:/[^?#]*)?/00/(\\d{18})(?:[/?#].*)?");

    private static final Pattern CONTAINER = Pattern.compile("00\\d{18}");
    private static final Pattern OTHER_ALPHABET = Pattern.compile("[^\\p{ASCII}]");

    private TrackingNumber() {}

    /** Capitals and digits without separators; an SSCC without the identifier 00 before it. */
    public static String compact(@Nullable String number) {
        if (number == null) return "";
        String text = number.strip();
        Matcher link = DIGITAL_LINK.matcher(text);
        if (link.matches()) return link.group(1);
        text = SYMBOLOGY.matcher(text).replaceFirst("");
        if (text.startsWith("(00)")) text = text.substring(4);
        String compact = Texts.compactNumber(text);
        return CONTAINER.matcher(compact).matches() && isContainer(compact.substring(2))
                ? compact.substring(2)
                : compact;
    }

    /** As people are shown it: what a scanner or a page put around it is gone, separators stay. */
    public static String readable(String number) {
        String text = written(number);
        if (DIGITAL_LINK.matcher(text).matches() || SYMBOLOGY.matcher(text).find() || text.startsWith("(00)"))
            return compact(text);
        return text;
    }

    /** As it was written, for pages that want hyphens and dots: without invisible characters and surrounding blanks. */
    static String written(String number) {
        return Normalizer.normalize(number, Normalizer.Form.NFKC)
                .replaceAll("[\\p{Cc}\\p{Cf}]", "")
                .strip();
    }

    /** What a person should look at before the number is used; empty where nothing is suspicious. */
    public static Optional<String> findDoubt(String number, Carrier carrier) {
        String compact = compact(number);
        Matcher other = OTHER_ALPHABET.matcher(compact);
        if (other.find())
            return Optional.of("The tracking number " + number.strip() + " has the letter " + other.group()
                    + " of another" + " alphabet, which may look like a Latin one. Type it again");
        if (carrier.formats().isEmpty()) return Optional.empty();
        Optional<NumberRecognition.Candidate> own =
                NumberRecognition.recognise(number, java.util.List.of(carrier)).stream()
                        .filter(c -> c.carrier() != null)
                        .findFirst();
        if (own.isEmpty())
            return Optional.of("The tracking number " + number.strip() + " doesn't look like a number of "
                    + carrier.name() + ". Check the number and the carrier");
        return own.filter(c -> !c.valid())
                .map(c -> "The tracking number " + number.strip() + " may be mistyped: " + c.reason());
    }

    private static boolean isContainer(String digits) {
        return CheckDigit.GS1
                .expected(digits.substring(0, 17))
                .filter(digits.substring(17)::equals)
                .isPresent();
    }
}
