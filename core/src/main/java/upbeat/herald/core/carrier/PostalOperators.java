package upbeat.herald.core.carrier;

import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import upbeat.herald.core.timing.CustomerClock;

/**
 * Postal operators to start from: one for each country whose code may end a postal item's number. UPU standard S10
 * takes the ISO 3166-1 alpha-2 code of the operator's country; scans carry the UPU's event codes. Nothing else is known
 * here: an operator has no name and no tracking page until somebody enters them.
 */
public final class PostalOperators {
    /**
     * ISO 3166-1 codes of places without a post of their own: nobody lives there all year (common practice, no source).
     */
    private static final Set<String> WITHOUT_POST = Set.of("AQ", "BV", "GS", "HM", "TF", "UM");

    private PostalOperators() {}

    /** @return in the order of their country codes */
    public static List<Carrier> list() {
        return Arrays.stream(Locale.getISOCountries())
                .filter(c -> !WITHOUT_POST.contains(c))
                .sorted()
                .map(PostalOperators::create)
                .toList();
    }

    /** @param country ISO 3166-1 alpha-2 */
    static Carrier create(String country) {
        CustomerClock clock = CustomerClock.of(country, null, null, null);
        return new Carrier(
                "post-" + country.toLowerCase(Locale.ROOT),
                "Postal operator, " + new Locale("", country).getDisplayCountry(Locale.ENGLISH),
                true,
                null,
                List.of(new NumberFormat(
                        "S10 " + country, "[A-Z]{2}(?<body>[0-9]{8})(?<check>[0-9])" + country, CheckDigit.S10)),
                new Carrier.Reporting(
                        // Where the country has several, its scans may be of any.
                        clock.possible().size() == 1 ? clock.likely() : ZoneOffset.UTC,
                        StandardCodes.UPU.rules(),
                        Carrier.ScansArrive.PUSHED,
                        null),
                null);
    }
}
