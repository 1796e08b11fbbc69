package upbeat.herald.core.carrier;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A carrier of the directory.
 *
 * @param key short name in the API, lower case letters, digits and hyphens
 * @param inUse true where its numbers are looked for and it can be chosen
 * @param linkPattern address of its tracking page; {@code {trackingNumber}}, {@code {postcode}}, {@code {country}} and
 *     {@code {language}} are filled in, and {@code {trackingNumberAsWritten}} with its hyphens and dots; a pattern
 *     without {@code {trackingNumber}} leads to a page where the number is pasted; null where there is no page
 * @param formats shapes of its numbers, in the order they are tried
 * @param logo picture as a {@code data:image/png} address, or null
 */
public record Carrier(
        String key,
        String name,
        boolean inUse,
        @Nullable String linkPattern,
        List<NumberFormat> formats,
        @JsonUnwrapped Reporting reporting,
        @Nullable String logo) {
    public Carrier {
        formats = formats == null ? List.of() : List.copyOf(formats);
    }

    /** In use, with nothing but what every carrier has. */
    public Carrier(String key, String name, @Nullable String linkPattern, ZoneId zone, List<CodeRule> codes) {
        this(key, name, true, linkPattern, List.of(), new Reporting(zone, codes, ScansArrive.PUSHED, null), null);
    }

    /**
     * How its scans arrive and are read.
     *
     * @param zone time zone of scans that come without an offset
     * @param codes how its scans are read, first match wins
     * @param ask where and how often it is asked, or null where it is not
     */
    public record Reporting(
            ZoneId zone,
            List<CodeRule> codes,
            ScansArrive scans,
            @Nullable Asking ask) {
        public Reporting {
            zone = zone == null ? ZoneOffset.UTC : zone;
            codes = codes == null ? List.of() : List.copyOf(codes);
            scans = scans == null ? ScansArrive.PUSHED : scans;
        }
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
        return linkPattern != null && linkPattern.contains("{trackingNumber");
    }

    public Carrier withCodes(List<CodeRule> other) {
        return new Carrier(
                key,
                name,
                inUse,
                linkPattern,
                formats,
                new Reporting(reporting.zone(), other, reporting.scans(), reporting.ask()),
                logo);
    }

    public Carrier withInUse(boolean other) {
        return new Carrier(key, name, other, linkPattern, formats, reporting, logo);
    }
}
