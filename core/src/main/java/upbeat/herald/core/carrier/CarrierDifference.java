package upbeat.herald.core.carrier;

import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** What a change to a carrier does, in words for somebody who has to agree to it. */
public final class CarrierDifference {
    private CarrierDifference() {}

    /** @return one phrase for each kind of change, such as "12 codes removed"; empty where both are the same */
    public static List<String> describe(Carrier before, Carrier after) {
        List<String> changes = new ArrayList<>();
        if (!before.name().equals(after.name())) changes.add("renamed from " + before.name());
        if (before.inUse() != after.inUse()) changes.add(after.inUse() ? "switched on" : "switched off");
        addOptional(changes, "tracking link", before.linkPattern(), after.linkPattern());
        addParts(changes, "number format", before.formats(), after.formats(), NumberFormat::name);
        addParts(changes, "code", before.reporting().codes(), after.reporting().codes(), r -> (r.code() + "\n"
                        + r.contains())
                .toLowerCase(Locale.ROOT));
        if (!before.reporting().zone().equals(after.reporting().zone()))
            changes.add("time zone " + name(after.reporting().zone()) + " instead of "
                    + name(before.reporting().zone()));
        if (before.reporting().scans() != after.reporting().scans()) changes.add("how scans arrive changed");
        addOptional(
                changes, "polling", before.reporting().ask(), after.reporting().ask());
        addOptional(changes, "logo", before.logo(), after.logo());
        return List.copyOf(changes);
    }

    private static String name(ZoneId zone) {
        return zone.equals(ZoneOffset.UTC) ? "UTC" : zone.getId();
    }

    private static void addOptional(
            List<String> changes, String what, @Nullable Object before, @Nullable Object after) {
        if (Objects.equals(before, after)) return;
        changes.add(what + (before == null ? " added" : after == null ? " removed" : " changed"));
    }

    /** @param key what makes one part the same part when its content changes */
    private static <T> void addParts(
            List<String> changes, String noun, List<T> before, List<T> after, Function<T, String> key) {
        if (before.equals(after)) return;
        Map<String, T> old = byKey(before, key);
        Map<String, T> now = byKey(after, key);
        int added = 0;
        int changed = 0;
        for (Map.Entry<String, T> e : now.entrySet()) {
            T was = old.get(e.getKey());
            if (was == null) added++;
            else if (!was.equals(e.getValue())) changed++;
        }
        long removed = old.keySet().stream().filter(k -> !now.containsKey(k)).count();
        if (added > 0) changes.add(counted(added, noun) + " added");
        if (changed > 0) changes.add(counted(changed, noun) + " changed");
        if (removed > 0) changes.add(counted(removed, noun) + " removed");
        if (added + changed + removed == 0) changes.add(noun + "s in another order");
    }

    private static <T> Map<String, T> byKey(List<T> parts, Function<T, String> key) {
        Map<String, T> map = new LinkedHashMap<>();
        parts.forEach(p -> map.putIfAbsent(key.apply(p), p)); // the first match wins, as in reading
        return map;
    }

    private static String counted(long n, String noun) {
        return n + " " + noun + (n == 1 ? "" : "s");
    }
}
