package upbeat.herald.core.carrier;

import java.time.ZoneId;
import java.util.List;

/**
 * A carrier in use.
 *
 * @param key         short name in the API, lower case letters, digits and hyphens
 * @param linkPattern address of its tracking page; {@code {trackingNumber}}, {@code {postcode}}, {@code {country}} and {@code {language}}
 *                    are filled in; a pattern without {@code {trackingNumber}} leads to a page where the number is pasted; null where there is no page
 * @param zone        time zone of scans that come without an offset
 * @param codes       how its scans are read, first match wins
 */
public record Carrier(String key, String name, String linkPattern, ZoneId zone, List<CodeRule> codes) {
    public Carrier {
        codes = List.copyOf(codes);
    }

    /** False where the customer has to paste the number on the carrier's page, so that it must be easy to copy. */
    public boolean linkTakesNumber() {
        return linkPattern != null && linkPattern.contains("{trackingNumber}");
    }
}
