package upbeat.herald.core.timing;

import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;

/**
 * The clock on the customer's wall, as far as the order tells: by country and, where a country has several clocks, by
 * region and postcode, then by what the phone number leaves. Region and postcode that contradict each other leave what
 * both allow. A number narrows what is left and never contradicts it.
 *
 * @param possible every zone that the customer may live in, at least one; the most likely comes first
 */
public record CustomerClock(List<ZoneId> possible) {
    private static final CustomerClock UNKNOWN = new CustomerClock(List.of(ZoneOffset.UTC));
    /** A month of every season, two years long, tells any two zones apart. */
    private static final List<Instant> SAMPLES = java.util.stream.IntStream.range(0, 24)
            .mapToObj(month -> Instant.parse("2026-01-15T12:00:00Z").plus(month * 30L, ChronoUnit.DAYS))
            .toList();

    private static final Map<ZoneId, List<Integer>> OFFSETS = new ConcurrentHashMap<>();

    public CustomerClock {
        possible = List.copyOf(possible);
    }

    /** The zone to write times and days in, where one has to be chosen. */
    public ZoneId likely() {
        return possible.get(0);
    }

    /** The clock of an order's customer. */
    public static CustomerClock of(Order order) {
        Order.ShipTo to = order.shipTo() == null ? Order.ShipTo.NOWHERE : order.shipTo();
        String phone = order.customer() == null ? null : order.customer().phone();
        return of(to.country(), to.region(), to.postcode(), phone);
    }

    /**
     * @param country ISO 3166-1 alpha-2; null or unknown gives UTC
     * @param region ISO 3166-2 with or without its country, or the region's name; what isn't known says nothing
     * @param postcode as written
     * @param phone E.164
     */
    public static CustomerClock of(
            @Nullable String country, @Nullable String region, @Nullable String postcode, @Nullable String phone) {
        if (country == null) return UNKNOWN;
        String code = country.toUpperCase(Locale.ROOT);
        List<ZoneId> zones = ZoneTables.findByCountry(code);
        if (zones.isEmpty()) return UNKNOWN;
        if (zones.size() == 1) return new CustomerClock(zones);
        List<ZoneId> byRegion = region == null ? List.of() : ZoneTables.findByRegion(code, region);
        List<ZoneId> byPostcode = postcode == null ? List.of() : ZoneTables.findByPostcode(code, postcode);
        if (!byRegion.isEmpty() || !byPostcode.isEmpty()) zones = join(byRegion, byPostcode);
        if (phone != null && zones.size() > 1) {
            List<ZoneId> narrowed = retain(zones, PhoneZones.findByPhone(code, phone));
            if (!narrowed.isEmpty()) zones = narrowed;
        }
        return new CustomerClock(zones);
    }

    private static List<ZoneId> join(List<ZoneId> byRegion, List<ZoneId> byPostcode) {
        if (byRegion.isEmpty()) return byPostcode;
        if (byPostcode.isEmpty()) return byRegion;
        List<ZoneId> both = retain(byRegion, byPostcode);
        if (!both.isEmpty()) return both;
        Set<ZoneId> either = new LinkedHashSet<>(byRegion);
        either.addAll(byPostcode);
        return List.copyOf(either);
    }

    /** Those of {@code zones} whose clock is also kept in one of {@code others}. */
    private static List<ZoneId> retain(List<ZoneId> zones, List<ZoneId> others) {
        return zones.stream()
                .filter(zone -> others.stream().anyMatch(other -> isSameClock(zone, other)))
                .toList();
    }

    static boolean isSameClock(ZoneId one, ZoneId other) {
        return one.equals(other) || offsetsOf(one).equals(offsetsOf(other));
    }

    private static List<Integer> offsetsOf(ZoneId zone) {
        return OFFSETS.computeIfAbsent(zone, z -> SAMPLES.stream()
                .map(at -> z.getRules().getOffset(at).getTotalSeconds())
                .toList());
    }
}
