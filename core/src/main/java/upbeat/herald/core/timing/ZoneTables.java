package upbeat.herald.core.timing;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;

/**
 * Which time zones are kept where: by country, by region and by postcode. The tables say themselves where they come
 * from. A list of zones begins with the most likely one.
 */
final class ZoneTables {
    private static final Map<String, List<ZoneId>> COUNTRIES = new HashMap<>();
    private static final Map<String, List<ZoneId>> REGIONS = new HashMap<>();
    private static final Map<String, List<ZoneId>> POSTCODES = new HashMap<>();
    /** How many digits a postcode has that a spreadsheet may have robbed of its leading zero. */
    private static final Map<String, Integer> DIGITS = Map.of("US", 5, "MX", 5, "ES", 5, "AU", 4);

    private static final Pattern NOT_LETTER_OR_DIGIT = Pattern.compile("[^\\p{L}\\p{Nd}]+");

    static {
        read("country-zones.properties", "=", p -> COUNTRIES.put(p[0], zones(p[1])));
        read("region-zones.csv", ";", p -> {
            REGIONS.put(p[0], zones(p[2]));
            if (!p[1].isEmpty()) REGIONS.put(p[0].substring(0, 3) + fold(p[1]), zones(p[2]));
        });
        read("postcode-zones.csv", ";", p -> POSTCODES.put(p[0] + p[1], zones(p[2])));
    }

    private ZoneTables() {}

    /** The zones of each line of a table. */
    static List<List<ZoneId>> listZones(String file) {
        List<List<ZoneId>> all = new ArrayList<>();
        read(file, ";", p -> all.add(zones(p[2])));
        return all;
    }

    /** All zones of a country that differ at some time of the year; empty where it isn't known. */
    static List<ZoneId> findByCountry(String country) {
        return COUNTRIES.getOrDefault(country, List.of());
    }

    /**
     * @param region an ISO 3166-2 code with or without its country, or the region's name; empty where it says nothing
     */
    static List<ZoneId> findByRegion(String country, String region) {
        String folded = fold(region);
        String code = folded.startsWith(country) && folded.length() > country.length() + 1
                ? folded.substring(country.length())
                : folded;
        List<ZoneId> byCode = REGIONS.get(country + "-" + code);
        if (byCode != null) return byCode;
        return REGIONS.getOrDefault(country + "-" + folded, List.of());
    }

    /** By the longest beginning of the postcode that the table knows; empty where it knows none. */
    static List<ZoneId> findByPostcode(String country, String postcode) {
        String code = fold(postcode);
        int digits = DIGITS.getOrDefault(country, 0);
        if (code.length() == digits - 1 && code.chars().allMatch(Character::isDigit)) code = "0" + code;
        for (int length = Math.min(code.length(), 6); length > 0; length--) {
            List<ZoneId> found = POSTCODES.get(country + code.substring(0, length));
            if (found != null) return found;
        }
        return List.of();
    }

    /** Letters without accents and in capitals, ASCII digits, nothing else. */
    private static String fold(String text) {
        String plain = Normalizer.normalize(text, Normalizer.Form.NFKD);
        return NOT_LETTER_OR_DIGIT.matcher(plain).replaceAll("").toUpperCase(Locale.ROOT);
    }

    private static List<ZoneId> zones(String ids) {
        return Arrays.stream(ids.trim().split(" ")).map(ZoneId::of).toList();
    }

    private static void read(String resource, String separator, java.util.function.Consumer<String[]> row) {
        try (BufferedReader in = new BufferedReader(new InputStreamReader(
                Objects.requireNonNull(ZoneTables.class.getResourceAsStream(resource), resource),
                StandardCharsets.UTF_8))) {
            in.lines()
                    .filter(l -> !l.isBlank() && !l.startsWith("#"))
                    .map(l -> l.split(separator, -1))
                    .forEach(row);
        } catch (IOException e) {
            throw new IllegalStateException(resource + " is missing from the core", e);
        }
    }
}
