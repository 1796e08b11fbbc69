package upbeat.herald.core.wording;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.LruMap;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;

/** The language a customer is spoken to in: the one they ordered in, else the usual one where it goes. */
public final class CustomerLanguage {
    /** The most usual language of a country (likely subtags of the Unicode CLDR, from memory). */
    private static final Map<String, String> BY_COUNTRY = Stream.of(
                    "de DE AT LI CH",
                    "fr FR MC LU",
                    "it IT SM VA",
                    "es ES MX AR CL CO PE UY EC BO PY VE CR PA GT HN SV NI DO CU",
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
                    "ru RU BY",
                    "uk UA",
                    "en GB IE US CA AU NZ MT IN SG ZA")
            .flatMap(line ->
                    Stream.of(line.substring(3).split(" ")).map(country -> Map.entry(country, line.substring(0, 2))))
            .collect(Collectors.toUnmodifiableMap(Map.Entry::getKey, Map.Entry::getValue));

    private CustomerLanguage() {}

    /** Regions whose ways of writing days and money the Unicode CLDR knows. */
    private static final Set<Locale> KNOWN = Set.of(Locale.getAvailableLocales());

    /** By language and country: to make one takes longer than all else that is asked of a customer. */
    private static final Map<String, Locale> THERE = LruMap.create(1024);

    /** BCP 47, or null where nothing tells. */
    public static @Nullable String languageOf(Order order) {
        return languagesOf(order).stream().findFirst().orElse(null);
    }

    /** BCP 47, the best first: the customer's own, then the usual one of the country of destination, as it is there. */
    public static List<String> languagesOf(Order order) {
        List<String> languages = new ArrayList<>();
        String own = ownLanguage(order);
        if (own != null) languages.add(own);
        String country = countryOf(order);
        String usual = country == null ? null : BY_COUNTRY.get(country);
        if (usual != null) languages.add(usual + "-" + country);
        return languages;
    }

    /**
     * How days and money are written beside words in {@code language}: with the region of the customer's own tag where
     * it is of that language, else as in the country of destination, where that language is written there.
     */
    public static Locale localeFor(String language, Order order) {
        Locale words = Locale.forLanguageTag(language);
        String own = ownLanguage(order);
        Locale customers = own == null ? Locale.ROOT : Locale.forLanguageTag(own);
        if (customers.getLanguage().equals(words.getLanguage())
                && !customers.getCountry().isEmpty()) return customers;
        String country = countryOf(order);
        if (country == null || !words.getCountry().isEmpty()) return words;
        return THERE.computeIfAbsent(
                language + " " + country,
                k -> findKnown(
                        new Locale.Builder().setLocale(words).setRegion(country).build(), words));
    }

    private static Locale findKnown(Locale there, Locale otherwise) {
        return KNOWN.contains(there) ? there : otherwise;
    }

    private static @Nullable String ownLanguage(Order order) {
        return order.customer() == null
                ? null
                : Texts.blankToNull(order.customer().language());
    }

    private static @Nullable String countryOf(Order order) {
        return order.shipTo() == null ? null : order.shipTo().country();
    }
}
