package upbeat.herald.core.journey;

import com.google.i18n.phonenumbers.NumberParseException;
import com.google.i18n.phonenumbers.PhoneNumberUtil;
import com.google.i18n.phonenumbers.PhoneNumberUtil.ValidationResult;
import com.google.i18n.phonenumbers.Phonenumber.PhoneNumber;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;

/**
 * Phone numbers as shops write them, turned into E.164 (ITU-T). A number counts when its length is possible for its
 * country; the numbering plans' finer ranges are not asked, because they change faster than any table and their
 * reserved ranges would be refused.
 */
public final class PhoneNumbers {
    private static final PhoneNumberUtil UTIL = PhoneNumberUtil.getInstance();
    private static final Pattern SCIENTIFIC = Pattern.compile("(?i)^[+-]?\\d[.,]?\\d*e\\+?\\d+$");
    private static final Pattern PLUS = Pattern.compile("^[+\uff0b]");
    /** Digits with the country code; fewer are a short code such as 112, which no message reaches. */
    private static final int SHORTEST = 7;

    private static final int LONGEST_CALLING_CODE = 3;

    private PhoneNumbers() {}

    /**
     * Digits without a plus are read as a number within the country, unless they only make a valid number with their
     * country code in front, or lack the 0 that the country dials: {@code 4915228895456} of a German order is
     * {@code +4915228895456}, and not a number of its own behind another +49.
     *
     * @param country ISO 3166-1 alpha-2 that a number without country code belongs to, or null
     */
    public static Optional<String> toE164(@Nullable String written, @Nullable String country) {
        if (written == null || written.isBlank()) return Optional.empty();
        String text = written.strip();
        // What a spreadsheet makes of a long number: its last digits are gone.
        if (SCIENTIFIC.matcher(text).find()) return Optional.empty();
        if (text.startsWith("00")) text = "+" + text.substring(2);
        PhoneNumber national = parse(text, country);
        if (PLUS.matcher(text).find()) return format(national);
        PhoneNumber international = parse("+" + text, null);
        boolean isInternational = international != null && UTIL.isValidNumber(international);
        boolean isNational = national != null && UTIL.isValidNumber(national) && !lacksTrunkPrefix(text, country);
        return format(isInternational && !isNational ? international : national);
    }

    /** True where the country dials its own numbers with a 0 in front, and this one has none. */
    private static boolean lacksTrunkPrefix(String text, @Nullable String country) {
        return country != null
                && "0".equals(UTIL.getNddPrefixForRegion(country, true))
                && !PhoneNumberUtil.normalizeDigitsOnly(text).startsWith("0");
    }

    /** True where a number that was read says neither by a plus nor by its leading 0 how it is meant. */
    public static boolean isGuess(@Nullable String written, @Nullable String country) {
        if (written == null || PLUS.matcher(written.strip()).find()) return false;
        String digits = PhoneNumberUtil.normalizeDigitsOnly(written);
        PhoneNumber national = parse(written.strip(), country);
        return !digits.startsWith("0")
                && toE164(written, country)
                        .filter(e -> !e.equals(format(national).orElse(null)) || lacksTrunkPrefix(written, country))
                        .isPresent();
    }

    private static @Nullable PhoneNumber parse(String text, @Nullable String country) {
        try {
            return UTIL.parse(text, country);
        } catch (NumberParseException e) {
            return null;
        }
    }

    private static Optional<String> format(@Nullable PhoneNumber number) {
        if (number == null || UTIL.isPossibleNumberWithReason(number) != ValidationResult.IS_POSSIBLE)
            return Optional.empty();
        String e164 = UTIL.format(number, PhoneNumberUtil.PhoneNumberFormat.E164);
        return e164.length() > SHORTEST ? Optional.of(e164) : Optional.empty();
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
        Optional<String> only = findOnlyCountry(e164);
        if (only.isPresent()) return only;
        try {
            return Optional.ofNullable(UTIL.getRegionCodeForNumber(UTIL.parse(e164, null)));
        } catch (NumberParseException e) {
            return Optional.empty();
        }
    }

    /** Most calling codes (ITU-T E.164) are of one country: then the rest of the number need not be read. */
    private static Optional<String> findOnlyCountry(@Nullable String e164) {
        if (e164 == null || e164.length() < SHORTEST || e164.charAt(0) != '+') return Optional.empty();
        int code = 0;
        for (int i = 1; i <= LONGEST_CALLING_CODE; i++) {
            char c = e164.charAt(i);
            if (c < '0' || c > '9') return Optional.empty();
            code = code * 10 + c - '0';
            List<String> countries = UTIL.getRegionCodesForCountryCode(code);
            if (!countries.isEmpty()) return countries.size() == 1 ? Optional.of(countries.get(0)) : Optional.empty();
        }
        return Optional.empty();
    }
}
