package upbeat.herald.server.order;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.server.platform.persistence.TestDatabase;

class StageVisitRepositoryTest {
    private static final Instant NOW = Instant.parse("2026-11-24T12:00:00Z");
    private final TestDatabase database = new TestDatabase();
    private final StageVisitRepository visits = new StageVisitRepository();
    private long order;
    private long parcel;

    @BeforeEach
    void anOrderWithAParcel() {
        OrderRepository orders = new OrderRepository();
        order = database.write(db -> orders.insert(
                        db,
                        new Order(
                                "kites",
                                "V-1",
                                NOW,
                                null,
                                null,
                                new Order.Purchase(Payment.PREPAID, null, null, List.of()),
                                Order.Consent.UNKNOWN,
                                List.of()),
                        "api",
                        NOW))
                .id();
        ParcelRepository parcels = new ParcelRepository();
        parcel = database.write(db -> parcels.insert(db, order, new Parcel("hopgate", "HOP 1", List.of()), "api", NOW))
                .id();
    }

    @AfterEach
    void close() {
        database.close();
    }

    private int visit(Long ofParcel, Stage stage, String occasion, Instant at) {
        return database.write(db -> visits.insert(
                db,
                List.of(new StageVisitRepository.Visit(order, ofParcel, new StageVisit(stage, occasion, at, false))),
                NOW));
    }

    @Test
    void aVisitStandsOnceWhateverReportsIt() {
        assertThat(visit(parcel, Stage.DISPATCHED, StageVisit.ONCE, NOW)).isEqualTo(1);
        assertThat(visit(parcel, Stage.DISPATCHED, StageVisit.ONCE, NOW.plusSeconds(9)))
                .isZero();
        assertThat(visits.findFirstVisit(database.reader, parcel, Stage.DISPATCHED))
                .contains(NOW);
        assertThat(visits.findFirstVisit(database.reader, parcel, Stage.DELIVERED))
                .isEmpty();
    }

    @Test
    void anotherOccasionIsAnotherVisit() {
        assertThat(visit(parcel, Stage.OUT_FOR_DELIVERY, "2026-11-23", NOW.minusSeconds(86_400)))
                .isEqualTo(1);
        assertThat(visit(parcel, Stage.OUT_FOR_DELIVERY, "2026-11-24", NOW)).isEqualTo(1);
        assertThat(visits.findKeys(database.reader, parcel))
                .containsExactlyInAnyOrder("out-for-delivery/2026-11-23", "out-for-delivery/2026-11-24");
        database.write(db -> {
            visits.remove(db, parcel, "out-for-delivery/2026-11-23");
            return null;
        });
        assertThat(visits.findKeys(database.reader, List.of(parcel)).get(parcel))
                .containsExactly("out-for-delivery/2026-11-24");
    }

    @Test
    void stagesOfTheOrderAndOfItsParcelAreListedByTime() {
        visit(parcel, Stage.DISPATCHED, StageVisit.ONCE, NOW.plusSeconds(60));
        visit(null, Stage.ORDERED, StageVisit.ONCE, NOW);
        assertThat(visits.findByOrder(database.reader, order))
                .extracting(v -> v.visit().stage(), StageVisitRepository.Reached::parcelId)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple(Stage.ORDERED, null),
                        org.assertj.core.groups.Tuple.tuple(Stage.DISPATCHED, parcel));
        assertThat(visits.findSince(database.reader, Stage.DISPATCHED, NOW, 5)).hasSize(1);
        assertThat(visits.findSince(database.reader, Stage.DISPATCHED, NOW.plusSeconds(61), 5))
                .isEmpty();
    }
}
