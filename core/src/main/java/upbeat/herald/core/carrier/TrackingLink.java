package upbeat.herald.core.carrier;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;

/** Fills a carrier's link pattern. */
public final class TrackingLink {
    private TrackingLink() {}

    /** The link, each value percent-encoded (RFC 3986), or null where the carrier has no tracking page. */
    public static @Nullable String build(
            @Nullable Carrier carrier,
            String trackingNumber,
            @Nullable String postcode,
            @Nullable String country,
            @Nullable String language) {
        if (carrier == null || Texts.isBlank(carrier.linkPattern())) return null;
        return carrier.linkPattern()
                .replace("{trackingNumber}", encode(TrackingNumber.compact(trackingNumber)))
                .replace("{trackingNumberAsWritten}", encode(TrackingNumber.written(trackingNumber)))
                .replace("{postcode}", encode(postcode))
                .replace("{country}", encode(country))
                .replace("{language}", encode(language));
    }

    private static String encode(@Nullable String value) {
        return value == null
                ? ""
                : URLEncoder.encode(value, StandardCharsets.UTF_8).replace("+", "%20");
    }
}
