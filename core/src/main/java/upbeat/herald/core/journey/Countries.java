package upbeat.herald.core.journey;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import upbeat.herald.core.Texts;

/** Countries as ISO 3166-1 alpha-2 has them, and as people write them. */
public final class Countries {
    /** Every code of two letters, upper case. */
    public static final Set<String> CODES = Set.of(Locale.getISOCountries());
    /**
     * Languages in which a name is understood. Where two of them give a name to different countries, the first holds.
     */
    private static final List<String> LANGUAGES =
            List.of("en", "de", "fr", "es", "it", "nl", "sv", "pl", "da", "nb", "fi");

    private static final Map<String, String> BY_NAME = byName();

    private Countries() {}

    /**
     * The code of a country that is written as its two letters or by its name (Unicode CLDR), in either case and with
     * or without accents.
     */
    public static Optional<String> findCode(String written) {
        if (written == null) return Optional.empty();
        String letters = written.strip().toUpperCase(Locale.ROOT);
        return CODES.contains(letters) ? Optional.of(letters) : Optional.ofNullable(BY_NAME.get(plain(written)));
    }

    private static Map<String, String> byName() {
        Map<String, String> names = new HashMap<>();
        for (String language : LANGUAGES) {
            for (String code : CODES.stream().sorted().toList())
                names.putIfAbsent(plain(new Locale("", code).getDisplayCountry(new Locale(language))), code);
        }
        return Map.copyOf(names);
    }

    private static String plain(String name) {
        return Texts.removeAccents(name.strip()).toLowerCase(Locale.ROOT);
    }
}
