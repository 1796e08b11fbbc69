package upbeat.herald.core.timing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.Checks;

class WorkingDaysTest {
    static Stream<JsonNode> vectors() {
        return Checks.list("working-days.json", "vectors");
    }

    /** checks/working-days.json: two libraries agree on every entry, one of them not the one used here. */
    @ParameterizedTest
    @MethodSource("vectors")
    void agreesWithTwoLibraries(JsonNode v) {
        LocalDate there = PublicHolidays.of(
                        v.path("country").asString().toUpperCase(),
                        v.path("region").isNull() ? null : v.path("region").asString())
                .addWorkingDays(
                        LocalDate.parse(v.path("start").asString()),
                        v.path("workingDays").asInt());
        assertThat(there)
                .as(v.path("names").toString())
                .isEqualTo(LocalDate.parse(v.path("expect").asString()));
    }

    @Test
    void aCountryNobodyKnowsHasMondayToFriday() {
        assertThat(PublicHolidays.of("XS", null).addWorkingDays(LocalDate.parse("2026-11-27"), 1))
                .isEqualTo("2026-11-30");
        assertThat(PublicHolidays.of(null, null).addWorkingDays(LocalDate.parse("2026-11-27"), 0))
                .isEqualTo("2026-11-27");
    }

    /** As shops write regions: ISO 3166-2 with and without its country, or a name, which says nothing. */
    @Test
    void aRegionIsTakenAsShopsWriteIt() {
        LocalDate epiphany = LocalDate.parse("2027-01-06");
        assertThat(PublicHolidays.of("DE", "BY").isHoliday(epiphany)).isTrue();
        assertThat(PublicHolidays.of("DE", "de-by").isHoliday(epiphany)).isTrue();
        assertThat(PublicHolidays.of("DE", "BE").isHoliday(epiphany)).isFalse();
        assertThat(PublicHolidays.of("DE", "Somewhere").isHoliday(epiphany)).isFalse();
        assertThat(PublicHolidays.of("DE", "Somewhere").isHoliday(LocalDate.parse("2027-10-03")))
                .isTrue();
        assertThat(PublicHolidays.of("DE", null).isHoliday(LocalDate.parse("2027-01-01")))
                .isTrue();
    }
}
