package upbeat.herald.core.journey;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.journey.Stage.*;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a customer sends back, on the parcel it came in. */
class ReturnJourneyTest {
    private static final Instant START = Instant.parse("2026-11-20T06:00:00Z");

    private static Report report(Stage stage, int hours, Long returnId) {
        Instant at = START.plusSeconds(hours * 3600L);
        return new Report(
                stage + "/" + hours + "/" + returnId, stage, at, at.toString().substring(0, 10), returnId);
    }

    @Test
    void followsDelivery() {
        Journey way =
                Journey.of(List.of(report(DELIVERED, 4, null), report(RETURNING, 50, 7L), report(RETURNED, 90, 7L)));
        assertThat(way.stage()).isEqualTo(RETURNED);
        assertThat(way.reached())
                .extracting(StageVisit::key)
                .containsExactly("dispatched/1", "delivered/1", "returning/return-7", "returned/return-7");
        assertThat(way.reached().get(2).isReturn()).isTrue();
        assertThat(way.reached().get(1).isReturn()).isFalse();
    }

    @Test
    void mayBeginBeforeDeliveryWasReported() {
        Journey way = Journey.of(List.of(report(IN_TRANSIT, 4, null), report(RETURNING, 50, 7L)));
        assertThat(way.stage()).isEqualTo(RETURNING);
        assertThat(way.reached()).extracting(StageVisit::stage).containsExactly(DISPATCHED, IN_TRANSIT, RETURNING);
    }

    @Test
    void eachReturnIsAWayOfItsOwn() {
        Journey way = Journey.of(List.of(
                report(DELIVERED, 4, null),
                report(RETURNING, 50, 7L),
                report(RETURNED, 60, 7L),
                report(RETURNING, 70, 8L),
                report(RETURNING, 71, 8L),
                report(RETURNED, 80, 8L),
                report(RETURNING, 81, 8L)));
        assertThat(way.stage()).isEqualTo(RETURNED);
        assertThat(way.reached())
                .extracting(StageVisit::key)
                .endsWith("returning/return-7", "returned/return-7", "returning/return-8", "returned/return-8");
        assertThat(way.idle()).hasSize(2);
    }

    @Test
    void aLabelThatIsPrintedMovesNothing() {
        Journey way = Journey.of(List.of(report(DELIVERED, 4, null), report(PACKED, 9, 7L)));
        assertThat(way.stage()).isEqualTo(DELIVERED);
        assertThat(way.idle()).containsExactly("PACKED/9/7");
    }

    @Test
    void theSameReportsInAnyOrderGiveTheSameWay() {
        Random random = new Random(7);
        Stage[] own = {PACKED, DISPATCHED, IN_TRANSIT, OUT_FOR_DELIVERY, DELIVERED};
        for (int run = 0; run < 1_000; run++) {
            List<Report> reports = new ArrayList<>();
            Set<String> keys = new HashSet<>();
            for (int i = random.nextInt(9); i >= 0; i--) {
                Long id = random.nextBoolean() ? null : Long.valueOf(random.nextInt(3));
                Stage stage =
                        id == null ? own[random.nextInt(own.length)] : random.nextBoolean() ? RETURNING : RETURNED;
                Report r = report(stage, random.nextInt(20), id);
                if (keys.add(r.key())) reports.add(r);
            }
            Journey way = Journey.of(reports);
            Collections.shuffle(reports, random);
            assertThat(Journey.of(reports)).isEqualTo(way);
            Journey.Growing growing = new Journey.Growing();
            Journey last = way;
            for (Report r : reports) last = growing.add(r);
            assertThat(last).isEqualTo(way);
        }
    }

    @ParameterizedTest
    @CsvSource({"return-12, 12", "trial/return-3, 3", "copy/return-4, 4", "1,", "2026-11-24,", "return-x,", "quiet-17,"
    })
    void anOccasionSaysWhichReturn(String occasion, Long id) {
        assertThat(StageVisit.findReturn(occasion)).isEqualTo(id == null ? OptionalLong.empty() : OptionalLong.of(id));
    }
}
