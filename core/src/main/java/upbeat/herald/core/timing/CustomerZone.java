package upbeat.herald.core.timing;

import java.io.IOException;
import java.io.InputStream;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Properties;
import org.jspecify.annotations.Nullable;

/**
 * The time zone a customer lives in, by country of destination. Where a country has several, the one most of its people
 * live in is taken. Source of the table: zone.tab of the IANA time zone database (public domain); the choice among
 * several zones is common practice, no source.
 */
public final class CustomerZone {
    private static final Properties ZONES = new Properties();

    static {
        try (InputStream in = CustomerZone.class.getResourceAsStream("country-zones.properties")) {
            ZONES.load(in);
        } catch (IOException e) {
            throw new IllegalStateException("country-zones.properties is missing from the core", e);
        }
    }

    private CustomerZone() {}

    /** @param country ISO 3166-1 alpha-2; unknown or null gives UTC */
    public static ZoneId zoneOf(@Nullable String country) {
        String zone = country == null ? null : ZONES.getProperty(country);
        return zone == null ? ZoneOffset.UTC : ZoneId.of(zone);
    }
}
