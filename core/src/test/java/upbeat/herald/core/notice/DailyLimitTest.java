package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.Samples;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.notice.DailyLimit.Said;

class DailyLimitTest {
    private static final Order ORDER = orderTo("SE", null);
    private static final Instant NOON = Instant.parse("2026-11-24T12:00:00Z");

    private static Order orderTo(String country, String region) {
        Order o = Samples.order(
                "Tern", "tern@customer.example", null, country, Payment.PREPAID, new Order.Consent(true, true, true));
        return new Order(
                o.shop(),
                o.number(),
                o.placedAt(),
                o.customer(),
                new Order.ShipTo("Tern", "2 Quay", "Harbour", region, null, country),
                o.purchase(),
                o.consent(),
                o.tags());
    }

    private static Said sent(String key, Instant at) {
        return new Said(key, Importance.NORMAL, at, true);
    }

    private static Said planned(String key, Importance importance, Instant at) {
        return new Said(key, importance, at, false);
    }

    private static Optional<Reason> check(int most, Importance importance, Said... others) {
        return new DailyLimit(most).check("mine", importance, ORDER, List.of(others), NOON);
    }

    @Test
    void whatWasSentTakesTheDaysPlaces() {
        Instant earlier = NOON.minus(Duration.ofHours(2));
        assertThat(check(2, Importance.NORMAL, sent("a", earlier))).isEmpty();
        assertThat(check(2, Importance.NORMAL, sent("a", earlier), sent("b", earlier)))
                .hasValueSatisfying(no -> {
                    assertThat(no.code()).isEqualTo(Reason.Code.DAILY_LIMIT);
                    assertThat(no.text())
                            .isEqualTo("The customer has already been sent 2 messages today; the limit is 2");
                });
        // What was sent can't be taken back, however important the next one is.
        assertThat(check(2, Importance.HIGH, sent("a", earlier), sent("b", earlier)))
                .isPresent();
    }

    @Test
    void whatIsSaidOverSeveralChannelsCountsOnce() {
        assertThat(check(2, Importance.NORMAL, sent("a", NOON), sent("a", NOON), sent("mine", NOON)))
                .isEmpty();
    }

    /** The place is kept for it: the lesser one gives way although it would leave first. */
    @ParameterizedTest
    @CsvSource({"LOW,NORMAL,true", "LOW,HIGH,true", "NORMAL,HIGH,true", "NORMAL,NORMAL,false", "HIGH,LOW,false"})
    void theLessImportantGivesWay(Importance mine, Importance other, boolean givesWay) {
        Instant later = NOON.plus(Duration.ofHours(3));
        assertThat(check(1, mine, planned("b", other, later)).isPresent()).isEqualTo(givesWay);
    }

    /** A day is the customer's: at the far ends of the earth's clocks the same two moments are one day or two. */
    @ParameterizedTest
    @CsvSource({
        // country, sent, now, same day there (IANA time zones: Pacific/Auckland +13, Pacific/Honolulu -10 in November)
        "NZ,,2026-11-24T10:00:00Z,2026-11-24T12:00:00Z,false",
        "NZ,,2026-11-24T11:30:00Z,2026-11-25T10:30:00Z,true",
        "US,US-HI,2026-11-24T12:00:00Z,2026-11-25T09:00:00Z,true",
        "US,US-HI,2026-11-24T09:00:00Z,2026-11-24T12:00:00Z,false"
    })
    void aDayIsTheCustomers(String country, String region, Instant before, Instant now, boolean isSameDay) {
        Order order = orderTo(country, region);
        assertThat(new DailyLimit(1)
                        .check("mine", Importance.NORMAL, order, List.of(sent("a", before)), now)
                        .isPresent())
                .isEqualTo(isSameDay);
    }

    /** Whatever comes in whatever order: never too many, and room is never left that something could have had. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void neverMoreThanTheLimitAndNeverFewerThanThereWere(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        for (int round = 0; round < 200; round++) {
            int most = 1 + random.nextInt(4);
            List<Said> due = new ArrayList<>();
            int count = random.nextInt(8);
            for (int i = 0; i < count; i++)
                due.add(planned(
                        "m" + i,
                        Importance.values()[random.nextInt(3)],
                        NOON.plus(Duration.ofMinutes(random.nextInt(300)))));
            due.sort(Comparator.comparing(Said::at));
            List<Said> known = new ArrayList<>(due);
            List<Said> left = new ArrayList<>();
            for (Said next : due) {
                known.remove(next);
                if (new DailyLimit(most)
                        .check(next.key(), next.importance(), ORDER, known, next.at())
                        .isEmpty()) {
                    left.add(next);
                    known.add(new Said(next.key(), next.importance(), next.at(), true));
                }
            }
            assertThat(left.size()).isEqualTo(Math.min(most, count));
            // Nothing that was dropped matters more than what was sent after it.
            for (Said dropped : due)
                if (!left.contains(dropped))
                    assertThat(left.stream().filter(s -> s.at().isAfter(dropped.at())))
                            .noneMatch(s -> dropped.importance().isBefore(s.importance()));
        }
    }
}
