package upbeat.herald.core.journey;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

class StageTableTest {
    private static final Path BROWSER = Path.of("../web/src/route/stages.json");

    /** The browser draws the route from this table; where they differ, copy target/stages.json there. */
    @Test
    void theBrowserReadsTheSameTable() throws Exception {
        List<Map<String, Object>> table = Arrays.stream(Stage.values())
                .map(s -> {
                    Map<String, Object> row = new LinkedHashMap<>();
                    row.put("code", s.code());
                    row.put("position", s.position());
                    row.put("side", s.isSide());
                    row.put("ofOrder", s.isOrderStage());
                    return row;
                })
                .toList();
        JsonMapper json =
                JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
        Files.writeString(Path.of("target/stages.json"), json.writeValueAsString(table) + "\n");
        assertThat(json.readTree(Files.readString(BROWSER))).isEqualTo(json.valueToTree(table));
    }

    @ParameterizedTest
    @EnumSource(Stage.class)
    void nothingOvertakesItself(Stage stage) {
        assertThat(stage.isOvertakenBy(stage)).isFalse();
    }

    /** Worked by hand from the rules of the trade (common practice, no source). */
    @ParameterizedTest
    @CsvSource({
        "in-transit, delivered, true",
        "in-transit, dispatched, false",
        "packed, dispatched, false",
        "packed, in-transit, true",
        "dispatched, in-transit, false",
        "dispatched, out-for-delivery, true",
        "dispatched, delayed, false",
        "out-for-delivery, attempted, true",
        "out-for-delivery, delayed, true",
        "attempted, in-transit, true",
        "delayed, in-transit, true",
        "ready-for-collection, delivered, true",
        "delivered, returning, true",
        "delivered, in-transit, false",
        "returning, returned, true",
    })
    void newsIsOldOnceTheParcelIsFurther(String stage, String now, boolean old) {
        assertThat(Stage.fromCode(stage)
                        .orElseThrow()
                        .isOvertakenBy(Stage.fromCode(now).orElseThrow()))
                .isEqualTo(old);
    }

    /** Worked by hand from the rules of the trade (common practice, no source). */
    @ParameterizedTest
    @CsvSource({
        "ordered, packed, 0, true",
        "ordered, delivered, 0, true",
        "dispatched, packed, 2, false",
        "out-for-delivery, in-transit, 4, false",
        "out-for-delivery, delayed, 4, true",
        "attempted, in-transit, 4, true",
        "attempted, dispatched, 4, false",
        "delivered, in-transit, 5, false",
        "delivered, returning, 5, true",
        "returning, delivered, 5, false",
        "returned, delivered, 5, false",
        "delayed, in-transit, 4, true",
        "delayed, dispatched, 3, false",
        "delayed, dispatched, 2, true",
        "ready-for-collection, in-transit, 4, false",
        "ready-for-collection, delayed, 4, false",
        "ready-for-collection, delivered, 4, true",
        "cancelled, packed, 0, false",
        "ordered, cancelled, 0, false",
    })
    void aReportMovesAParcelOnlyAlongTheWay(String stage, String next, int farthest, boolean may) {
        assertThat(Stage.fromCode(stage)
                        .orElseThrow()
                        .mayBeFollowedBy(Stage.fromCode(next).orElseThrow(), farthest))
                .isEqualTo(may);
    }

    @Test
    void aParcelUnderwayIsOneACarrierHasAndShouldReport() {
        assertThat(Stage.codes(Stage::isUnderway))
                .containsExactly("dispatched", "in-transit", "out-for-delivery", "attempted", "delayed", "returning");
        assertThat(Stage.codes(Stage::isFinal)).containsExactly("delivered", "returned");
    }

    @ParameterizedTest(name = "{0} to {1}: {2}")
    @CsvSource({
        // A side stage is ahead of a parcel for as long as it is under way.
        "DISPATCHED, DELAYED, true",
        "PACKED, DELAYED, true",
        "IN_TRANSIT, ATTEMPTED, true",
        "DISPATCHED, READY_FOR_COLLECTION, true",
        "OUT_FOR_DELIVERY, RETURNING, true",
        "ATTEMPTED, DELIVERED, true",
        "ATTEMPTED, READY_FOR_COLLECTION, true",
        "DELAYED, DELIVERED, true",
        "ATTEMPTED, OUT_FOR_DELIVERY, true",
        // After delivery only a return.
        "DELIVERED, RETURNING, true",
        "DELIVERED, RETURNED, true",
        "DELIVERED, DELAYED, false",
        "DELIVERED, IN_TRANSIT, false",
        "DELIVERED, ATTEMPTED, false",
        // Along the line nothing goes back, and a return ends as returned.
        "IN_TRANSIT, PACKED, false",
        "IN_TRANSIT, DISPATCHED, false",
        "RETURNING, DELIVERED, false",
        "RETURNING, RETURNED, true",
        "RETURNED, DELIVERED, false",
        "RETURNED, RETURNING, false"
    })
    void whatIsStillAheadOfAParcel(Stage from, Stage to, boolean ahead) {
        int farthest = from.isSide() ? Stage.OUT_FOR_DELIVERY.position() : from.position();
        assertThat(from.canReach(to, farthest)).isEqualTo(ahead);
    }

    /** The forecast and the journey must be of one mind: what is reached by any reports was ahead before. */
    @Test
    void whateverReportsMoveAParcelToWasAheadOfIt() {
        java.util.SplittableRandom random = new java.util.SplittableRandom(5);
        Stage[] stages = Stage.values();
        java.time.Instant start = java.time.Instant.parse("2026-11-20T06:00:00Z");
        for (int i = 0; i < 3_000; i++) {
            java.util.List<Report> reports = new java.util.ArrayList<>();
            for (int n = 0; n < 8; n++) {
                Journey before = Journey.of(reports);
                Stage next = stages[random.nextInt(stages.length)];
                java.time.Instant at = start.plusSeconds(3_600L * n);
                reports.add(new Report("r" + n, next, at, at.toString().substring(0, 10)));
                Journey after = Journey.of(reports);
                if (after.stage() == before.stage()) continue;
                int farthest = before.reached().stream()
                        .map(StageVisit::stage)
                        .filter(s -> !s.isSide())
                        .mapToInt(Stage::position)
                        .max()
                        .orElse(0);
                assertThat(before.stage().canReach(after.stage(), farthest))
                        .as(before.stage() + " to " + after.stage() + " after " + reports)
                        .isTrue();
            }
        }
    }
}
