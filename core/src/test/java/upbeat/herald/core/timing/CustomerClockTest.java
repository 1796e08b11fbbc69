package upbeat.herald.core.timing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.Checks;

class CustomerClockTest {

    /** Source: customer-zones.json, places by several independent tables of time zones; each case names them. */
    @TestFactory
    Stream<DynamicTest> byRegionAndPostcode() {
        return Checks.list("customer-zones.json", "cases")
                .map(v -> DynamicTest.dynamicTest(title(v), () -> {
                    CustomerClock clock = clockOf(v);
                    List<ZoneId> allowed = zones(v.path("zones"));
                    allowed.addAll(zones(v.path("disputed")));
                    allowed.addAll(zones(v.path("mayAlso")));
                    assertCovers(clock, v.path("zones"));
                    // A rural postcode of an American or Canadian table may span two clocks; those of the region are
                    // allowed then.
                    if (clock.possible().size() > 1) allowed.addAll(zones(v.path("zonesByRegion")));
                    assertThat(clock.possible())
                            .allMatch(zone -> allowed.stream().anyMatch(a -> CustomerClock.isSameClock(zone, a)));
                }));
    }

    /** The postcode is read to its end: no more than three of those cases are left open. */
    @Test
    void fewPostcodesLeaveTwoClocks() {
        assertThat(Checks.list("customer-zones.json", "cases")
                        .filter(v -> clocks(clockOf(v)) > 1)
                        .map(CustomerClockTest::title))
                .hasSizeLessThanOrEqualTo(3);
    }

    /** Source: the same file, towns of each region at their coordinates. */
    @TestFactory
    Stream<DynamicTest> byRegionAlone() {
        return Checks.list("customer-zones.json", "byRegion")
                .map(v -> DynamicTest.dynamicTest(title(v), () -> {
                    CustomerClock clock = clockOf(v);
                    assertCovers(clock, v.path("zones"));
                    List<ZoneId> allowed = zones(v.path("zones"));
                    allowed.addAll(zones(v.path("mayAlso")));
                    assertThat(clock.possible())
                            .allMatch(zone -> allowed.stream().anyMatch(a -> CustomerClock.isSameClock(zone, a)));
                }));
    }

    /** Source: the same file; zone.tab of the IANA time zone database. */
    @TestFactory
    Stream<DynamicTest> byCountryAlone() {
        return Checks.list("customer-zones.json", "countryOnly")
                .map(v -> DynamicTest.dynamicTest(title(v), () -> assertCovers(clockOf(v), v.path("zones"))));
    }

    /** Source: the same file; where libphonenumber's own table is too narrow, nothing of what is true may be lost. */
    @TestFactory
    Stream<DynamicTest> byPhone() {
        return Checks.list("customer-zones.json", "phones")
                .map(v -> DynamicTest.dynamicTest(title(v), () -> assertCovers(clockOf(v), v.path("zones"))));
    }

    @Test
    void aNumberNarrowsAndNeverContradicts() {
        assertThat(CustomerClock.of("ES", null, null, "+34922123456").possible())
                .containsExactly(ZoneId.of("Atlantic/Canary"));
        assertThat(CustomerClock.of("ES", null, "28001", "+34922123456").possible())
                .as("an address in Madrid with a number of Tenerife")
                .containsExactly(ZoneId.of("Europe/Madrid"));
        assertThat(CustomerClock.of("US", "US-CA", null, "+12125550123").possible())
                .as("a New York number in California")
                .containsExactly(ZoneId.of("America/Los_Angeles"));
        assertThat(CustomerClock.of("US", null, null, "+12125550123").possible())
                .containsExactly(ZoneId.of("America/New_York"));
        assertThat(CustomerClock.of("US", null, null, "+46701740605").possible())
                .as("a Swedish number says nothing about America")
                .hasSize(8);
    }

    @Test
    void regionsAndPostcodesAsShopsWriteThem() {
        for (String california : List.of("CA", "US-CA", "us-ca", "California", " CALIFORNIA "))
            assertThat(CustomerClock.of("US", california, null, null).possible())
                    .as(california)
                    .containsExactly(ZoneId.of("America/Los_Angeles"));
        assertThat(CustomerClock.of("BR", "Amapa", null, null).likely()).isEqualTo(ZoneId.of("America/Belem"));
        for (String boston : List.of("02134", "2134", "02134-1000", "０２１３４"))
            assertThat(CustomerClock.of("US", null, boston, null).possible())
                    .as(boston)
                    .containsExactly(ZoneId.of("America/New_York"));
        assertThat(CustomerClock.of("CA", null, "v6b 1a1", null).likely()).isEqualTo(ZoneId.of("America/Vancouver"));
        assertThat(CustomerClock.of("US", "Elsewhere", "?", null).possible())
                .as("what isn't known says nothing")
                .hasSize(8);
    }

    @Test
    void regionAndPostcodeThatContradictLeaveBoth() {
        assertThat(CustomerClock.of("US", "US-CA", "10001", null).possible())
                .containsExactlyInAnyOrder(ZoneId.of("America/Los_Angeles"), ZoneId.of("America/New_York"));
    }

    /** A made-up place in a data set must not leave its customers without an hour. */
    @Test
    void everyPlaceInTheTablesLeavesAnHourInTheDay() {
        SendWindow day = new SendWindow(java.time.LocalTime.of(8, 0), java.time.LocalTime.of(20, 0));
        java.time.Instant noon = java.time.Instant.parse("2026-11-24T12:00:00Z");
        for (String file : List.of("region-zones.csv", "postcode-zones.csv"))
            for (List<ZoneId> zones : ZoneTables.listZones(file)) {
                assertThat(zones).as(file).noneMatch(zone -> zone.getId().startsWith("Etc/"));
                assertThat(day.nextAllowed(noon, new CustomerClock(zones)))
                        .as("%s", zones)
                        .isPresent();
            }
        assertThat(CustomerClock.of("CA", null, "H0H 0H0", null).likely()).isEqualTo(ZoneId.of("America/Toronto"));
    }

    @Test
    void everyCountryHasAZone() {
        Set<String> without = Set.of("BV", "HM"); // uninhabited
        for (String country : Locale.getISOCountries()) {
            if (!without.contains(country))
                assertThat(CustomerClock.of(country, null, null, null).likely())
                        .as(country)
                        .isNotEqualTo(ZoneOffset.UTC);
        }
        assertThat(CustomerClock.of("DE", "Bayern", "80331", null).possible())
                .containsExactly(ZoneId.of("Europe/Berlin"));
        assertThat(CustomerClock.of(null, null, null, null).possible()).containsExactly(ZoneOffset.UTC);
    }

    private static CustomerClock clockOf(JsonNode v) {
        return CustomerClock.of(v.path("country").asString(), text(v, "region"), text(v, "postcode"), text(v, "phone"));
    }

    private static String text(JsonNode v, String name) {
        return v.hasNonNull(name) ? v.path(name).asString() : null;
    }

    private static String title(JsonNode v) {
        return String.join(
                " ",
                Stream.of("country", "region", "postcode", "city", "phone")
                        .map(n -> v.path(n).asString(""))
                        .toList());
    }

    private static List<ZoneId> zones(JsonNode list) {
        List<ZoneId> zones = new ArrayList<>();
        list.forEach(z -> zones.add(ZoneId.of(z.asString())));
        return zones;
    }

    private static long clocks(CustomerClock clock) {
        return clock.possible().stream()
                .map(z -> z.getRules().getOffset(java.time.Instant.parse("2026-07-15T00:00:00Z")))
                .distinct()
                .count();
    }

    private static void assertCovers(CustomerClock clock, JsonNode zones) {
        assertThat(zones(zones))
                .allMatch(zone -> clock.possible().stream().anyMatch(p -> CustomerClock.isSameClock(p, zone)));
    }
}
