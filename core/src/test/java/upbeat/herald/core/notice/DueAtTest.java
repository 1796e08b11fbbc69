package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.Samples.notice;
import static upbeat.herald.core.Samples.parcel;

import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.timing.DayDelay;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.core.wording.email.EmailChannel;

/** When a notice is due by the customer's calendar, and what is said of a part of an order; worked out by hand. */
class DueAtTest {
    /** To Munich, with a region that has holidays of its own. */
    private static final Order MUNICH = new Order(
            "kites",
            "1",
            Instant.parse("2027-01-05T10:00:00Z"),
            new Order.Customer("Ola", "ola@customer.example", null, "de"),
            new Order.ShipTo("Ola", "Weg 1", "Munich", "BY", "80331", "DE"),
            new Order.Purchase(
                    Payment.PREPAID,
                    "EUR",
                    BigDecimal.TEN,
                    List.of(new Order.Item("A", "Kite", 2, BigDecimal.ONE, null))),
            Order.Consent.UNKNOWN,
            List.of());

    private static Notice with(Stage stage, DayDelay days, SendWindow window, Notice.Per per) {
        Notice n = notice(stage, EmailChannel.EMAIL);
        return new Notice(
                n.id(),
                n.name(),
                n.state(),
                n.audience(),
                new Notice.Timing(stage, null, Duration.ZERO, days, window, per, Duration.ofDays(2)),
                n.routing(),
                n.content());
    }

    private static Decision decide(Notice n, OrderSituation situation, Instant at) {
        return Decide.decide(List.of(n), situation, new Moment(n.timing().stage(), "1", at, null), History.NONE, at);
    }

    private static Optional<Instant> due(DayDelay days, SendWindow window, String at) {
        OrderSituation placed = new OrderSituation(MUNICH, null, null, List.of(), true, null);
        return decide(with(Stage.ORDERED, days, window, Notice.Per.ORDER), placed, Instant.parse(at))
                .messages()
                .stream()
                .map(PlannedMessage::dueAt)
                .findFirst();
    }

    @Test
    void aWorkingDayOfTheRegion() {
        // 5 January 2027 is a Tuesday; the 6th, Epiphany, is kept in Bavaria but not in most of Germany.
        assertThat(due(new DayDelay(1, true, null), null, "2027-01-05T10:00:00Z"))
                .contains(Instant.parse("2027-01-07T10:00:00Z"));
        assertThat(due(new DayDelay(1, false, null), null, "2027-01-05T10:00:00Z"))
                .contains(Instant.parse("2027-01-06T10:00:00Z"));
    }

    @Test
    void theNextTenOClockAndThenTheWindow() {
        DayDelay ten = new DayDelay(0, false, LocalTime.of(10, 0));
        assertThat(due(ten, null, "2027-01-05T10:00:00Z")).contains(Instant.parse("2027-01-06T09:00:00Z"));
        SendWindow notOnHolidays = new SendWindow(LocalTime.of(9, 0), LocalTime.of(18, 0), Set.of(), true);
        // Ten o'clock is on a holiday: the next day's opening.
        assertThat(due(ten, notOnHolidays, "2027-01-05T10:00:00Z")).contains(Instant.parse("2027-01-07T08:00:00Z"));
        SendWindow weekend = new SendWindow(
                LocalTime.of(9, 0), LocalTime.of(18, 0), Set.of(DayOfWeek.SATURDAY, DayOfWeek.SUNDAY), false);
        assertThat(due(null, weekend, "2027-01-05T10:00:00Z")).contains(Instant.parse("2027-01-09T08:00:00Z"));
    }

    private static OrderSituation parcels(boolean covered, Stage... stages) {
        return new OrderSituation(MUNICH, parcel(), stages[0], List.of(stages), covered, null);
    }

    @Test
    void aPartOfTheOrder() {
        Notice partly = with(Stage.DISPATCHED, null, null, Notice.Per.PART_OF_ORDER);
        Instant at = Instant.parse("2027-01-05T10:00:00Z");
        // One parcel is on its way, the other isn't; or one parcel is, and it doesn't hold everything.
        assertThat(decide(partly, parcels(true, Stage.DISPATCHED, Stage.PACKED), at)
                        .messages())
                .singleElement()
                .satisfies(m -> assertThat(m.parcel()).isNull());
        assertThat(decide(partly, parcels(false, Stage.DISPATCHED), at).messages())
                .hasSize(1);
        // All of it is on its way, further on included.
        assertThat(decide(partly, parcels(true, Stage.DISPATCHED, Stage.DELIVERED), at)
                        .notSent())
                .singleElement()
                .satisfies(n -> assertThat(n.reason().text()).isEqualTo("All of the order is already dispatched"))
                .as("so it is with most orders: no line in their timelines")
                .satisfies(n -> assertThat(n.reason().code().isNoteworthy()).isFalse());
        // It was true when it was planned, and isn't when it leaves.
        assertThat(Decide.recheck(
                                partly,
                                parcels(true, Stage.DISPATCHED, Stage.DISPATCHED),
                                History.NONE,
                                EmailChannel.EMAIL,
                                at,
                                at)
                        .obstacle()
                        .code())
                .isEqualTo(Reason.Code.OVERTAKEN);
        assertThat(partly.isOncePerOrder()).isTrue();
    }
}
