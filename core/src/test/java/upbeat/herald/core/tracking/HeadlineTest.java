package upbeat.herald.core.tracking;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import upbeat.herald.core.journey.Stage;

/** What the page says first, on Tuesday, 24 November 2026. */
class HeadlineTest {
    private static TrackedParcel expecting(TrackedParcel p, String day) {
        return new TrackedParcel(
                p.id(),
                p.parcel(),
                p.carrier(),
                p.stage(),
                p.visits(),
                p.scans(),
                day == null ? null : LocalDate.parse(day));
    }

    @ParameterizedTest
    @CsvSource(textBlock = """
            packed 2026-11-23T10:00:00Z, , head.packed,
            in-transit 2026-11-23T10:00:00Z, 2026-11-26, head.expected, 2026-11-26
            in-transit 2026-11-23T10:00:00Z, 2026-11-24, head.expected, 2026-11-24
            in-transit 2026-11-23T10:00:00Z, 2026-11-23, head.late,
            in-transit 2026-11-23T10:00:00Z, , head.expected, 2026-11-26
            dispatched 2026-11-20T10:00:00Z, , head.expected, 2026-11-25
            dispatched 2026-11-16T10:00:00Z, , head.late,
            out-for-delivery 2026-11-24T06:00:00Z, , head.today,
            out-for-delivery 2026-11-23T06:00:00Z, , head.out,
            delivered 2026-11-23T10:00:00Z, , head.delivered, 2026-11-23
            delivered 2026-11-23T23:30:00Z, , head.delivered, 2026-11-24
            delayed 2026-11-23T10:00:00Z, , head.delayed,
            delayed 2026-11-23T10:00:00Z, 2026-11-30, head.delayedTo, 2026-11-30
            attempted 2026-11-23T10:00:00Z, , head.attempted,
            ready-for-collection 2026-11-23T10:00:00Z, , head.collect,
            returning 2026-11-23T10:00:00Z, , head.returning,
            returned 2026-11-23T10:00:00Z, , head.returned,
            """)
    void saysWhereItIsAndAboutWhenItArrives(String report, String announced, String key, LocalDate day) {
        TrackedParcel parcel = expecting(TrackedSamples.parcel(report), announced);
        Headline head = Headline.of(parcel, TrackedSamples.tracked(TrackedSamples.german(), null, parcel));
        assertThat(head.key()).isEqualTo(key);
        assertThat(head.day()).isEqualTo(day);
    }

    @Test
    void anOrderThatEndedSaysSo() {
        TrackedOrder cancelled = TrackedSamples.tracked(TrackedSamples.german(), Stage.CANCELLED);
        assertThat(Headline.ofOrder(cancelled).key()).isEqualTo("head.cancelled");
        assertThat(Headline.ofOrder(TrackedSamples.tracked(TrackedSamples.german(), Stage.REFUNDED))
                        .key())
                .isEqualTo("head.refunded");
        TrackedParcel packed = TrackedSamples.parcel("packed 2026-11-23T10:00:00Z");
        assertThat(Headline.of(packed, cancelled).key()).isEqualTo("head.cancelled");
        TrackedParcel gone = TrackedSamples.parcel("in-transit 2026-11-23T10:00:00Z");
        assertThat(Headline.of(gone, cancelled).key())
                .as("a parcel that left before is followed all the same")
                .isEqualTo("head.expected");
    }
}
