package upbeat.herald.core.carrier;

import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;

/**
 * A carrier of the directory.
 *
 * @param key short name in the API, lower case letters, digits and hyphens
 * @param inUse true where its numbers are looked for and it can be chosen
 * @param linkPattern address of its tracking page; {@code {trackingNumber}}, {@code {postcode}}, {@code {country}} and
 *     {@code {language}} are filled in; a pattern without {@code {trackingNumber}} leads to a page where the number is
 *     pasted; null where there is no page
 * @param zone time zone of scans that come without an offset
 * @param formats shapes of its numbers, in the order they are tried
 * @param codes how its scans are read, first match wins
 * @param scans how its scans arrive
 * @param ask where and how often it is asked, or null where it is not
 * @param logo picture as a {@code data:image/png} address, or null
 */
public record Carrier(
        String key,
        String name,
        boolean inUse,
        String linkPattern,
        ZoneId zone,
        List<NumberFormat> formats,
        List<CodeRule> codes,
        ScansArrive scans,
        Asking ask,
        String logo) {
    public Carrier {
        formats = formats == null ? List.of() : List.copyOf(formats);
        codes = codes == null ? List.of() : List.copyOf(codes);
        zone = zone == null ? ZoneOffset.UTC : zone;
        scans = scans == null ? ScansArrive.PUSHED : scans;
    }

    /** In use, with nothing but what every carrier has. */
    public Carrier(String key, String name, String linkPattern, ZoneId zone, List<CodeRule> codes) {
        this(key, name, true, linkPattern, zone, List.of(), codes, ScansArrive.PUSHED, null, null);
    }

    public enum ScansArrive {
        PUSHED,
        FILE,
        ASKED
    }

    /** @param address of its answer, JSON, with {@code {trackingNumber}} in it */
    public record Asking(String address, upbeat.herald.core.timing.Watch watch) {}

    /** False where the customer has to paste the number on the carrier's page, so that it must be easy to copy. */
    public boolean linkTakesNumber() {
        return linkPattern != null && linkPattern.contains("{trackingNumber}");
    }

    public Carrier withCodes(List<CodeRule> other) {
        return new Carrier(key, name, inUse, linkPattern, zone, formats, other, scans, ask, logo);
    }

    public Carrier withInUse(boolean other) {
        return new Carrier(key, name, other, linkPattern, zone, formats, codes, scans, ask, logo);
    }
}
