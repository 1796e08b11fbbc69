package upbeat.herald.core.returns;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.tracking.TrackedSamples.parcel;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.returns.ReturnOffer.Obstacle;
import upbeat.herald.core.tracking.TrackedOrder;
import upbeat.herald.core.tracking.TrackedParcel;

class ReturnOfferTest {
    private static final String DISPATCHED = "dispatched 2026-11-10T08:00:00Z";

    private static List<Integer> left(TrackedOrder order, CustomerReturn... earlier) {
        return ReturnOffer.of(order, List.of(earlier)).lines().stream()
                .map(ReturnOffer.Line::left)
                .toList();
    }

    private static List<Obstacle> obstacles(TrackedOrder order, CustomerReturn... earlier) {
        List<Obstacle> all = new ArrayList<>();
        ReturnOffer.of(order, List.of(earlier)).lines().forEach(l -> all.add(l.obstacle()));
        return all;
    }

    @Test
    void beginsWhenTheCarrierHasIt() {
        assertThat(ReturnOffer.isOffered(ReturnSamples.order())).isFalse();
        assertThat(ReturnOffer.isOffered(ReturnSamples.order(parcel("packed 2026-11-23T10:00:00Z"))))
                .as("a label isn't a parcel on its way")
                .isFalse();
        assertThat(left(ReturnSamples.order(parcel(DISPATCHED)))).containsExactly(1, 2, 1);
    }

    @Test
    void isOnlyForTheCountriesChosen() {
        TrackedParcel parcel = parcel(DISPATCHED);
        assertThat(ReturnOffer.isOffered(ReturnSamples.order(ReturnSamples.FORTNIGHT, "AT", parcel)))
                .isTrue();
        assertThat(ReturnOffer.isOffered(ReturnSamples.order(ReturnSamples.FORTNIGHT, "FR", parcel)))
                .isFalse();
        assertThat(ReturnOffer.of(ReturnSamples.order(ReturnSamples.FORTNIGHT, "FR", parcel), List.of())
                        .isOpen())
                .isFalse();
    }

    /** The day of delivery isn't counted, the last day is whole, and both are the customer's (UTC and an hour). */
    @ParameterizedTest
    @CsvSource({
        "2026-11-24T08:00:00Z, 0, true, 2026-11-24",
        "2026-11-23T22:59:00Z, 0, false, 2026-11-23",
        "2026-11-23T23:30:00Z, 0, true, 2026-11-24",
        "2026-11-10T08:00:00Z, 14, true, 2026-11-24",
        "2026-11-09T22:59:00Z, 14, false, 2026-11-23",
        "2026-11-09T23:01:00Z, 14, true, 2026-11-24",
    })
    void endsWithTheLastDay(String deliveredAt, int days, boolean isOpen, LocalDate until) {
        TrackedOrder order = ReturnSamples.order(
                ReturnSamples.terms(days, null),
                "DE",
                parcel(DISPATCHED.replace("-10T", "-05T"), "delivered " + deliveredAt));
        ReturnOffer offer = ReturnOffer.of(order, List.of());
        assertThat(offer.isOpen()).isEqualTo(isOpen);
        assertThat(offer.until()).isEqualTo(until);
        if (!isOpen) assertThat(obstacles(order)).containsOnly(Obstacle.TOO_LATE);
    }

    @Test
    void eachParcelHasItsOwnDays() {
        TrackedOrder order = ReturnSamples.order(
                parcel(1, List.of(new Parcel.Content("BK", 1)), DISPATCHED, "delivered 2026-11-01T08:00:00Z"),
                parcel(2, List.of(new Parcel.Content("RT", 2)), DISPATCHED, "delivered 2026-11-20T08:00:00Z"),
                parcel(3, List.of(new Parcel.Content("WV", 1)), "packed 2026-11-20T08:00:00Z"));
        assertThat(left(order)).containsExactly(0, 2, 0);
        assertThat(obstacles(order)).containsExactly(Obstacle.TOO_LATE, null, Obstacle.NOT_DISPATCHED);
        assertThat(ReturnOffer.of(order, List.of()).lines().get(1).parcel()).isEqualTo(2);
    }

    @Test
    void whatTheShopDoesntTakeBackIsSaid() {
        TrackedOrder order = ReturnSamples.order(ReturnSamples.terms(14, null, "b*", "WV"), "DE", parcel(DISPATCHED));
        assertThat(obstacles(order)).containsExactly(Obstacle.EXCLUDED, null, Obstacle.EXCLUDED);
    }

    @Test
    void whatIsOnItsWayBackCantBeSentTwice() {
        TrackedOrder order = ReturnSamples.order(parcel(DISPATCHED));
        assertThat(left(order, ReturnSamples.of(1, 1, null))).containsExactly(1, 1, 1);
        assertThat(left(order, ReturnSamples.of(1, 1, null), ReturnSamples.of(1, 1, null)))
                .containsExactly(1, 0, 1);
        assertThat(left(order, ReturnSamples.of(1, 2, Instant.parse("2026-11-24T10:00:00Z"))))
                .as("a return that was cancelled gives it back")
                .containsExactly(1, 2, 1);
    }

    @Test
    void aParcelThatTheCarrierBringsBackHasNothingToSend() {
        TrackedOrder order = ReturnSamples.order(parcel(DISPATCHED, "returning 2026-11-20T08:00:00Z"));
        assertThat(obstacles(order)).containsOnly(Obstacle.NOTHING_LEFT);
    }

    @Test
    void aReturnOfSomeLeavesTheRest() {
        TrackedParcel sent = parcel(DISPATCHED, "delivered 2026-11-20T08:00:00Z");
        List<Report> reports = List.of(
                new Report("1", Stage.DELIVERED, Instant.parse("2026-11-20T08:00:00Z"), "2026-11-20"),
                new Report("2", Stage.RETURNING, Instant.parse("2026-11-23T08:00:00Z"), "2026-11-23", 7L));
        upbeat.herald.core.journey.Journey way = upbeat.herald.core.journey.Journey.of(reports);
        TrackedParcel partly =
                new TrackedParcel(1, sent.parcel(), sent.carrier(), way.stage(), way.reached(), List.of(), null);
        assertThat(way.stage()).isEqualTo(Stage.RETURNING);
        assertThat(left(ReturnSamples.order(partly), ReturnSamples.of(0, 1, null)))
                .containsExactly(0, 2, 1);
    }

    /** Whatever was asked for before, no more comes back than was sent. */
    @Test
    void neverMoreThanWasSent() {
        Random random = new Random(20261124);
        TrackedOrder order = ReturnSamples.order(
                parcel(1, List.of(new Parcel.Content("BK", 1), new Parcel.Content("RT", 1)), DISPATCHED),
                parcel(2, List.of(new Parcel.Content("RT", 1), new Parcel.Content("WV", 3)), DISPATCHED));
        for (int run = 0; run < 500; run++) {
            List<CustomerReturn> earlier = new ArrayList<>();
            Map<Integer, Integer> back = new HashMap<>();
            for (int tries = random.nextInt(6); tries > 0; tries--) {
                ReturnOffer offer = ReturnOffer.of(order, earlier);
                Map<Integer, Integer> asked = new HashMap<>();
                for (int place = 0; place < 3; place++) asked.put(place, random.nextInt(4));
                ReturnRequest request = new ReturnRequest(asked, ReturnReason.OTHER, null);
                if (request.findFault(offer) != null) continue;
                boolean isCancelled = random.nextInt(4) == 0;
                List<CustomerReturn.Item> items = request.choose(offer);
                CustomerReturn sample = ReturnSamples.of(0, 1, isCancelled ? Instant.EPOCH : null);
                earlier.add(new CustomerReturn(run, sample.label(), items, ReturnReason.OTHER, null, sample.times()));
                if (!isCancelled) items.forEach(i -> back.merge(i.place(), i.quantity(), Integer::sum));
                assertThat(request.parcelOf(offer)).isBetween(1L, 2L);
            }
            assertThat(back.getOrDefault(0, 0)).isLessThanOrEqualTo(1);
            assertThat(back.getOrDefault(1, 0)).isLessThanOrEqualTo(2);
            assertThat(back.getOrDefault(2, 0))
                    .as("one was ordered, whatever was packed")
                    .isLessThanOrEqualTo(1);
        }
    }
}
