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
        LocalDate there = WorkingDays.addWorkingDays(
                LocalDate.parse(v.path("start").asString()),
                v.path("workingDays").asInt(),
                v.path("country").asString().toUpperCase(),
                v.path("region").isNull() ? null : v.path("region").asString());
        assertThat(there)
                .as(v.path("names").toString())
                .isEqualTo(LocalDate.parse(v.path("expect").asString()));
    }

    @Test
    void aCountryNobodyKnowsHasMondayToFriday() {
        assertThat(WorkingDays.addWorkingDays(LocalDate.parse("2026-11-27"), 1, "XS"))
                .isEqualTo("2026-11-30");
        assertThat(WorkingDays.addWorkingDays(LocalDate.parse("2026-11-27"), 0, null))
                .isEqualTo("2026-11-27");
    }
}
