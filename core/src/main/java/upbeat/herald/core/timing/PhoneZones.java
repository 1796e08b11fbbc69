package upbeat.herald.core.timing;

import com.google.i18n.phonenumbers.NumberParseException;
import com.google.i18n.phonenumbers.PhoneNumberToTimeZonesMapper;
import com.google.i18n.phonenumbers.PhoneNumberUtil;
import com.google.i18n.phonenumbers.Phonenumber.PhoneNumber;
import com.google.i18n.phonenumbers.geocoding.PhoneNumberOfflineGeocoder;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * What the prefix of a telephone number says about the caller's time zones. libphonenumber's own table of zones is
 * asked only for countries in which it agreed with other sources; for the USA and Canada it knows one zone of some area
 * codes that span two, so there the number says its state or province and the region's zones count. Elsewhere a number
 * says nothing.
 */
final class PhoneZones {
    private static final Set<String> MAPPED = Set.of("BR", "ES", "ID", "PT");
    private static final Set<String> BY_REGION = Set.of("US", "CA");

    private PhoneZones() {}

    /** @param phone E.164; @return zones of {@code country} the number may belong to, empty where it says nothing */
    static List<ZoneId> findByPhone(String country, String phone) {
        if (!MAPPED.contains(country) && !BY_REGION.contains(country)) return List.of();
        try {
            PhoneNumber number = PhoneNumberUtil.getInstance().parse(phone, null);
            if (!country.equals(PhoneNumberUtil.getInstance().getRegionCodeForNumber(number))) return List.of();
            return BY_REGION.contains(country) ? findByRegionOf(country, number) : findMapped(number);
        } catch (NumberParseException e) {
            return List.of();
        }
    }

    /** The geocoder names a place as "Knoxville, TN" or the region alone as "Tennessee". */
    private static List<ZoneId> findByRegionOf(String country, PhoneNumber number) {
        String place = PhoneNumberOfflineGeocoder.getInstance()
                .getDescriptionForNumber(number, Locale.ENGLISH)
                .strip();
        String region = place.substring(place.lastIndexOf(',') + 1).strip();
        return region.isEmpty() ? List.of() : ZoneTables.findByRegion(country, region);
    }

    private static List<ZoneId> findMapped(PhoneNumber number) {
        List<ZoneId> zones = new ArrayList<>();
        for (String id : PhoneNumberToTimeZonesMapper.getInstance().getTimeZonesForNumber(number)) {
            try {
                if (id.contains("/") && !id.startsWith("Etc/")) zones.add(ZoneId.of(id));
            } catch (DateTimeException e) {
                return List.of(); // a zone this JDK doesn't know: the others alone would be too narrow
            }
        }
        return zones;
    }
}
