package upbeat.herald.core.wording;

import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;

/** The language a customer is spoken to in: the one they ordered in, else the usual one where it goes. */
public final class CustomerLanguage {
    /** The most usual language of a country (common practice, no source). */
    private static final Map<String, String> BY_COUNTRY = Stream.of(
                    "de DE AT LI CH",
                    "fr FR MC LU",
                    "it IT SM VA",
                    "es ES MX AR CL CO PE UY",
                    "nl NL BE",
                    "sv SE AX",
                    "pl PL",
                    "da DK",
                    "nb NO",
                    "fi FI",
                    "pt PT BR",
                    "cs CZ",
                    "sk SK",
                    "hu HU",
                    "ro RO",
                    "bg BG",
                    "el GR CY",
                    "hr HR",
                    "sl SI",
                    "et EE",
                    "lv LV",
                    "lt LT",
                    "is IS",
                    "ja JP",
                    "ko KR",
                    "zh CN TW",
                    "tr TR",
                    "ar SA AE EG JO KW QA BH OM",
                    "he IL",
                    "en GB IE US CA AU NZ")
            .flatMap(line ->
                    Stream.of(line.substring(3).split(" ")).map(country -> Map.entry(country, line.substring(0, 2))))
            .collect(Collectors.toUnmodifiableMap(Map.Entry::getKey, Map.Entry::getValue));

    private CustomerLanguage() {}

    /** BCP 47, or null where nothing tells. */
    public static @Nullable String languageOf(Order order) {
        String own = order.customer() == null ? null : order.customer().language();
        if (!Texts.isBlank(own)) return own;
        return order.shipTo() == null || order.shipTo().country() == null
                ? null
                : BY_COUNTRY.get(order.shipTo().country());
    }

    /**
     * How days and money are written beside words in {@code language}: as where the customer lives, if it is the same
     * language there.
     */
    public static Locale localeFor(String language, Order order) {
        Locale words = Locale.forLanguageTag(language);
        String own = languageOf(order);
        Locale customers = own == null ? words : Locale.forLanguageTag(own);
        return customers.getLanguage().equals(words.getLanguage()) ? customers : words;
    }
}
