package upbeat.herald.core.journey;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;

/**
 * An address in the order of the country it is in. Of a pattern, a line whose values are all missing is left out, and
 * what stands between two values is written only where both are there. Source of the patterns: from memory, checked in
 * tests against data of libaddressinput (Google, Apache 2.0); a country that isn't listed writes the postcode before
 * the city, which is the most usual.
 */
public final class PostalAddress {
    private static final String USUAL = "name|street|postcode city";

    private static final Map<String, String> PATTERNS = Stream.of(
                    "name|street|city|postcode: GB IE IM JE GG UA RU KZ VN CO EG HK LK NG PK ZA",
                    "name|street|city, region postcode: US PR",
                    "name|street|city region postcode: CA AU",
                    "name|street|city postcode: NZ SG BD JO LB NP SA",
                    "name|street|city-region|postcode: BR",
                    "name|street|city postcode|region: IN ID TH",
                    "name|street|postcode city, region: MX",
                    "name|street|postcode city region: IT",
                    "name|city|street|postcode: HU",
                    "name|street|city, region|postcode: PH",
                    "name|street|city: AE QA")
            .flatMap(line -> Stream.of(line.substring(line.indexOf(": ") + 2).split(" "))
                    .map(country -> Map.entry(country, line.substring(0, line.indexOf(": ")))))
            .collect(Collectors.toUnmodifiableMap(Map.Entry::getKey, Map.Entry::getValue));

    private PostalAddress() {}

    /**
     * @param clean what each value goes through first; null or blank values are missing; the country isn't among them
     */
    public static List<String> lines(Order.ShipTo to, UnaryOperator<@Nullable String> clean) {
        String pattern = to.country() == null ? USUAL : PATTERNS.getOrDefault(to.country(), USUAL);
        List<String> lines = new ArrayList<>();
        for (String part : pattern.split("\\|")) {
            String line = line(part, to, clean);
            if (!line.isEmpty()) lines.add(line);
        }
        return lines;
    }

    private static String line(String pattern, Order.ShipTo to, UnaryOperator<@Nullable String> clean) {
        StringBuilder line = new StringBuilder();
        String between = "";
        for (String token : pattern.split("(?<=[a-z])(?=[^a-z])|(?<=[^a-z])(?=[a-z])")) {
            if (!Character.isLetter(token.charAt(0))) {
                between = token;
                continue;
            }
            String value = Texts.blankToNull(clean.apply(valueOf(token, to)));
            if (value == null) continue;
            // After a value that is missing, what is left is only set apart.
            if (!line.isEmpty()) line.append(between.isEmpty() ? " " : between);
            line.append(value.strip());
            between = " ";
        }
        return line.toString();
    }

    private static @Nullable String valueOf(String token, Order.ShipTo to) {
        return switch (token) {
            case "name" -> to.name();
            case "street" -> to.street();
            case "city" -> to.city();
            case "region" -> shortRegion(to);
            default -> to.postcode();
        };
    }

    /** Without the country before it: {@code US-CA} is written CA. */
    private static @Nullable String shortRegion(Order.ShipTo to) {
        String region = to.region();
        return region != null && to.country() != null && region.startsWith(to.country() + "-")
                ? region.substring(3)
                : region;
    }
}
