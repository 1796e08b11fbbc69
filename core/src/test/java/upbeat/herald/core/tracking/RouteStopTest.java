package upbeat.herald.core.tracking;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import upbeat.herald.core.journey.Stage;

class RouteStopTest {
    /** Passed stops as they are, where it stands in brackets, what lies ahead after a question mark. */
    private static String drawn(List<RouteStop> stops) {
        return stops.stream()
                .map(s -> switch (s.state()) {
                    case PASSED -> s.stage().code();
                    case HERE -> "[" + s.stage().code() + "]";
                    case AHEAD -> "?" + s.stage().code();
                })
                .collect(Collectors.joining(" "));
    }

    private static TrackedParcel came(String stages) {
        List<String> reports = new ArrayList<>();
        int hour = 10;
        for (String stage : stages.isBlank() ? new String[0] : stages.split(" "))
            reports.add(stage + " 2026-11-22T" + hour++ + ":00:00Z");
        return TrackedSamples.parcel(reports.toArray(String[]::new));
    }

    @ParameterizedTest
    @CsvSource(textBlock = """
            '', [ordered] ?dispatched ?in-transit ?out-for-delivery ?delivered
            packed, ordered [packed] ?dispatched ?in-transit ?out-for-delivery ?delivered
            dispatched, ordered [dispatched] ?in-transit ?out-for-delivery ?delivered
            packed dispatched in-transit, ordered packed dispatched [in-transit] ?out-for-delivery ?delivered
            dispatched delivered, ordered dispatched [delivered]
            dispatched out-for-delivery attempted, ordered dispatched out-for-delivery [attempted] ?delivered
            dispatched in-transit ready-for-collection, ordered dispatched in-transit [ready-for-collection] ?delivered
            dispatched in-transit delayed, ordered dispatched in-transit [delayed] ?out-for-delivery ?delivered
            dispatched in-transit returning, ordered dispatched in-transit [returning] ?returned
            dispatched returning returned, ordered dispatched returning [returned]
            """)
    void drawsWhatItCameToAndWhatLiesAhead(String stages, String expected) {
        assertThat(drawn(RouteStop.of(came(stages), TrackedSamples.PLACED))).isEqualTo(expected);
    }

    @Test
    void anOrderWithoutAParcelStandsAtItsBeginning() {
        assertThat(drawn(RouteStop.ofOrder(TrackedSamples.PLACED)))
                .isEqualTo("[ordered] ?dispatched ?in-transit ?out-for-delivery ?delivered");
    }

    /** A second try is the one that counts, with its own time and place. */
    @Test
    void aStopHasTheTimeAndPlaceOfTheLastVisit() {
        TrackedParcel parcel = TrackedSamples.parcel(
                "dispatched 2026-11-21T10:00:00Z Harbourton",
                "out-for-delivery 2026-11-23T07:00:00Z Lund",
                "attempted 2026-11-23T11:00:00Z Lund",
                "out-for-delivery 2026-11-24T06:30:00Z Lund South");
        RouteStop out = RouteStop.of(parcel, TrackedSamples.PLACED).stream()
                .filter(s -> s.stage() == Stage.OUT_FOR_DELIVERY)
                .findFirst()
                .orElseThrow();
        assertThat(out.at()).hasToString("2026-11-24T06:30:00Z");
        assertThat(out.place()).isEqualTo("Lund South");
        assertThat(out.state()).isEqualTo(RouteStop.State.HERE);
    }

    /** Whatever is reported, in whatever order: passed, then here once, then ahead; times never run backwards. */
    @Test
    void everyWayIsPassedThenHereThenAhead() {
        SplittableRandom random = new SplittableRandom(41);
        List<Stage> carrier = java.util.Arrays.stream(Stage.values())
                .filter(s -> !s.isOrderStage())
                .toList();
        for (int i = 0; i < 2_000; i++) {
            List<String> reports = new ArrayList<>();
            int count = random.nextInt(9);
            for (int r = 0; r < count; r++)
                reports.add(carrier.get(random.nextInt(carrier.size())).code() + " "
                        + TrackedSamples.PLACED.plus(Duration.ofHours(random.nextInt(100))));
            TrackedParcel parcel = TrackedSamples.parcel(reports.toArray(String[]::new));
            List<RouteStop> stops = RouteStop.of(parcel, TrackedSamples.PLACED);
            String states =
                    stops.stream().map(s -> s.state().name().substring(0, 1)).collect(Collectors.joining());
            assertThat(states).as("%s", reports).matches("P*HA*");
            assertThat(stops.stream()
                            .filter(s -> s.state() == RouteStop.State.HERE)
                            .map(RouteStop::stage))
                    .containsExactly(parcel.stage());
            assertThat(stops.stream().map(RouteStop::stage)).doesNotHaveDuplicates();
            List<java.time.Instant> times = stops.stream()
                    .map(RouteStop::at)
                    .filter(java.util.Objects::nonNull)
                    .toList();
            assertThat(times).as("%s", reports).isSorted();
            assertThat(stops).allMatch(s -> s.state() == RouteStop.State.AHEAD ? s.at() == null : s.at() != null);
        }
    }
}
