package upbeat.herald.core.journey;

import com.google.i18n.phonenumbers.NumberParseException;
import com.google.i18n.phonenumbers.PhoneNumberUtil;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;

/**
 * Phone numbers as shops write them, turned into E.164 (ITU-T). A number counts when its length is possible for its
 * country; the numbering plans' finer ranges are not asked, because they change faster than any table and their
 * reserved ranges would be refused.
 */
public final class PhoneNumbers {
    private static final PhoneNumberUtil UTIL = PhoneNumberUtil.getInstance();

    private PhoneNumbers() {}

    /** @param country ISO 3166-1 alpha-2 that a number without country code belongs to, or null */
    public static Optional<String> toE164(@Nullable String written, @Nullable String country) {
        if (written == null || written.isBlank()) return Optional.empty();
        String text = written.strip();
        if (text.startsWith("00")) text = "+" + text.substring(2);
        try {
            var number = UTIL.parse(text, country);
            return UTIL.isPossibleNumber(number)
                    ? Optional.of(UTIL.format(number, PhoneNumberUtil.PhoneNumberFormat.E164))
                    : Optional.empty();
        } catch (NumberParseException e) {
            return Optional.empty();
        }
    }

    /**
     * A number that a person typed, in E.164.
     *
     * @throws HeraldException where it can't be one
     */
    public static String parseTyped(@Nullable String typed) {
        return toE164(typed, null)
                .orElseThrow(() ->
                        new HeraldException("to", "Enter the number with its country code, such as +46 70 174 06 05"));
    }

    /** The number without its country code, digits only; within most countries it is dialled with a zero in front. */
    public static Optional<String> nationalNumber(String e164) {
        try {
            return Optional.of(UTIL.getNationalSignificantNumber(UTIL.parse(e164, null)));
        } catch (NumberParseException e) {
            return Optional.empty();
        }
    }

    /** The region a number in E.164 belongs to, ISO 3166-1 alpha-2, where there is one. */
    public static Optional<String> countryOf(@Nullable String e164) {
        try {
            return Optional.ofNullable(UTIL.getRegionCodeForNumber(UTIL.parse(e164, null)));
        } catch (NumberParseException e) {
            return Optional.empty();
        }
    }
}
