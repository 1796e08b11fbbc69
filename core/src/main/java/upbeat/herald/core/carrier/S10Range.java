package upbeat.herald.core.carrier;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * Postal item numbers (UPU standard S10) that a postal operator left to a merchant, to print on labels.
 *
 * @param service the two letters before the serial, such as {@code CP}
 * @param first serial of eight digits without the check digit, {@code last} the last one that is theirs
 * @param country the two letters behind it
 */
public record S10Range(String service, int first, int last, String country) {
    private static final int MOST = 99_999_999;

    /** What keeps it from being one; empty where nothing does. */
    public List<String> findFaults() {
        List<String> faults = new ArrayList<>();
        if (service == null || !service.matches("[A-Z]{2}")) faults.add("service");
        if (first < 0 || first > MOST) faults.add("first");
        if (last < first || last > MOST) faults.add("last");
        if (country == null || !country.matches("[A-Z]{2}")) faults.add("country");
        return faults;
    }

    /** How many numbers there are. */
    public int size() {
        return last - first + 1;
    }

    /** @param used how many were printed before. @return null where none is left */
    public @Nullable String numberAfter(long used) {
        if (used < 0 || used >= size()) return null;
        String serial = String.format(Locale.ROOT, "%08d", first + used);
        return service + serial + S10.checkDigit(serial) + country;
    }

    /** The same numbers counted from the same beginning, however many of them there are. */
    public String key() {
        return service + country + first;
    }
}
