package upbeat.herald.core.journey;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.journey.Stage.*;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class JourneyTest {
    private static final Instant START = Instant.parse("2026-11-20T06:00:00Z");

    private static Report report(Stage stage, int hours) {
        Instant at = START.plusSeconds(hours * 3600L);
        return new Report(
                stage.code() + hours,
                stage,
                at,
                at.atOffset(ZoneOffset.UTC).toLocalDate().toString());
    }

    @Test
    void walksTheLine() {
        Journey way = Journey.of(List.of(
                report(PACKED, 0),
                report(DISPATCHED, 1),
                report(IN_TRANSIT, 2),
                report(OUT_FOR_DELIVERY, 3),
                report(DELIVERED, 4)));
        assertThat(way.stage()).isEqualTo(DELIVERED);
        assertThat(way.reached())
                .extracting(StageVisit::stage)
                .containsExactly(PACKED, DISPATCHED, IN_TRANSIT, OUT_FOR_DELIVERY, DELIVERED);
    }

    @Test
    void aPrintedLabelIsNotADispatchedParcel() {
        assertThat(Journey.of(List.of(report(PACKED, 0))).stage()).isEqualTo(PACKED);
    }

    @Test
    void theFirstCarrierScanMeansDispatchedToo() {
        Journey way = Journey.of(List.of(report(IN_TRANSIT, 2)));
        assertThat(way.reached())
                .containsExactly(
                        new StageVisit(DISPATCHED, "1", START.plusSeconds(7200), true),
                        new StageVisit(IN_TRANSIT, "1", START.plusSeconds(7200), false));
    }

    @Test
    void nothingButAReturnFollowsDelivered() {
        Report later = report(IN_TRANSIT, 9);
        Journey way = Journey.of(List.of(report(DELIVERED, 4), later));
        assertThat(way.stage()).isEqualTo(DELIVERED);
        assertThat(way.idle()).contains(later.key());
        assertThat(Journey.of(List.of(report(DELIVERED, 4), report(RETURNING, 9)))
                        .stage())
                .isEqualTo(RETURNING);
        assertThat(Journey.of(List.of(report(RETURNING, 4), report(DELIVERED, 9)))
                        .stage())
                .isEqualTo(RETURNING);
    }

    @Test
    void aSecondTryIsATrueNewWay() {
        Journey way = Journey.of(List.of(
                report(OUT_FOR_DELIVERY, 3),
                report(ATTEMPTED, 8),
                report(IN_TRANSIT, 12),
                report(OUT_FOR_DELIVERY, 27),
                report(DELIVERED, 30)));
        assertThat(way.stage()).isEqualTo(DELIVERED);
        assertThat(way.reached())
                .filteredOn(v -> v.stage() == OUT_FOR_DELIVERY)
                .extracting(StageVisit::occasion)
                .containsExactly("2026-11-20", "2026-11-21");
        assertThat(way.reached()).filteredOn(v -> v.stage() == IN_TRANSIT).hasSize(1);
    }

    @Test
    void outForDeliveryTwiceOnOneDayIsOneOccasion() {
        Journey way = Journey.of(List.of(report(OUT_FOR_DELIVERY, 2), report(OUT_FOR_DELIVERY, 3)));
        assertThat(way.reached()).filteredOn(v -> v.stage() == OUT_FOR_DELIVERY).hasSize(1);
    }

    @Test
    void aDelayDoesNotHideWhereTheParcelGoesOn() {
        assertThat(Journey.of(List.of(report(IN_TRANSIT, 1), report(DELAYED, 2), report(OUT_FOR_DELIVERY, 5)))
                        .stage())
                .isEqualTo(OUT_FOR_DELIVERY);
        assertThat(Journey.of(List.of(report(IN_TRANSIT, 1), report(DELAYED, 2), report(IN_TRANSIT, 5)))
                        .stage())
                .isEqualTo(IN_TRANSIT);
        assertThat(Journey.of(List.of(report(OUT_FOR_DELIVERY, 1), report(IN_TRANSIT, 2)))
                        .stage())
                .isEqualTo(OUT_FOR_DELIVERY);
    }

    @Test
    void aLateScanIsNoNews() {
        ReportEffect late =
                ReportEffect.of(List.of(report(DELIVERED, 9)), report(IN_TRANSIT, 2), Set.of("delivered/1"));
        assertThat(late.late()).isTrue();
        assertThat(late.news()).isEmpty();
        assertThat(late.journey().stage()).isEqualTo(DELIVERED);
    }

    @Test
    void anOrderIsPartlyOnItsWay() {
        assertThat(OrderStage.infer(null, List.of(), true)).isEqualTo("ordered");
        assertThat(OrderStage.infer(null, List.of(DISPATCHED, PACKED), true)).isEqualTo("partly-dispatched");
        assertThat(OrderStage.infer(null, List.of(DISPATCHED), false)).isEqualTo("partly-dispatched");
        assertThat(OrderStage.infer(null, List.of(DELIVERED, IN_TRANSIT), true)).isEqualTo("partly-delivered");
        assertThat(OrderStage.infer(null, List.of(DELIVERED, DELIVERED), true)).isEqualTo("delivered");
        assertThat(OrderStage.infer(null, List.of(IN_TRANSIT, OUT_FOR_DELIVERY), true))
                .isEqualTo("in-transit");
        assertThat(OrderStage.infer(CANCELLED, List.of(DELIVERED), true)).isEqualTo("cancelled");
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 5, 8, 13, 21, 34, 55, 89})
    void anyOrderOfArrivalGivesTheSameJourneyAndNoOccasionIsNewsTwice(long seed) {
        Random random = new Random(seed);
        for (int round = 0; round < 300; round++) {
            List<Report> reports = new ArrayList<>();
            int count = 1 + random.nextInt(12);
            for (int i = 0; i < count; i++)
                reports.add(report(Stage.values()[random.nextInt(Stage.values().length)], random.nextInt(80)));
            Journey wanted = Journey.of(reports);
            for (int shuffle = 0; shuffle < 4; shuffle++) {
                Collections.shuffle(reports, random);
                assertThat(Journey.of(reports)).isEqualTo(wanted);
                assertNewsOnce(reports, wanted);
            }
        }
    }

    private static void assertNewsOnce(List<Report> arrivals, Journey wanted) {
        List<Report> known = new ArrayList<>();
        Set<String> told = new HashSet<>();
        Journey last = null;
        for (Report arrived : arrivals) {
            ReportEffect arrival = ReportEffect.of(known, arrived, told);
            arrival.news()
                    .forEach(n ->
                            assertThat(told.add(n.key())).as("news once: %s", n).isTrue());
            Instant newest =
                    known.stream().map(Report::at).max(Instant::compareTo).orElse(Instant.MIN);
            if (arrived.at().isBefore(newest) && arrival.late())
                assertThat(arrival.news()).isEmpty();
            known.add(arrived);
            last = arrival.journey();
        }
        assertThat(last).isEqualTo(wanted);
    }

    @ParameterizedTest
    @ValueSource(strings = {"DELAYED", "ATTEMPTED", "READY_FOR_COLLECTION", "RETURNING", "RETURNED"})
    void aSideStageScannedBeforeTheNumberWasRegisteredHolds(String scanned) {
        Stage side = Stage.valueOf(scanned);
        Journey way = Journey.of(List.of(report(side, 1), report(PACKED, 5)));
        assertThat(way.stage())
                .as("the label's time is that of its registration")
                .isEqualTo(side);
        assertThat(way.reached()).extracting(StageVisit::stage).containsExactly(DISPATCHED, side);
        assertThat(way.idle()).containsExactly("packed5");
    }

    @Test
    void aDelayBeforeTheFirstScanGoesOnWhereTheCarrierHasIt() {
        Journey way = Journey.of(List.of(report(DELAYED, 1), report(PACKED, 2), report(IN_TRANSIT, 3)));
        assertThat(way.stage()).isEqualTo(IN_TRANSIT);
    }
}
