package upbeat.herald.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.entry;
import static upbeat.herald.core.forecast.ReplayStory.hour;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.Samples;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.FloodLimit;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;

/** Two orders whose numbers are counted by hand: one customer in Hobart with two parcels, one in Berlin. */
class RehearsalTallyTest {
    private static final MessageWriter PRICED = m -> new MessageWriter.Written(
            "en",
            m.notice().content().wordings().get(m.channel()),
            m.channel().equals(SmsChannel.SMS) ? 2 : null,
            m.channel().equals(SmsChannel.SMS) ? new MessageWriter.Cost(new BigDecimal("0.30"), "EUR") : null,
            null);

    private static Order order(String email, String country, Order.Consent consent) {
        return Samples.order("Ottoline Brack", email, "+61491570006", country, Payment.PREPAID, consent);
    }

    private static final Order HOBART = order("Ottoline@customer.example", "AU", new Order.Consent(true, false, false));
    private static final Order BERLIN = order("other@customer.example", "DE", new Order.Consent(true, true, false));
    private static final Notice GONE =
            Samples.notice(Stage.DISPATCHED, SmsChannel.SMS, EmailChannel.EMAIL).withId("gone");

    private static OrderPast first() {
        return ReplayStory.of(HOBART)
                .parcel(1, 1)
                .scan(1, Stage.DISPATCHED, 2)
                .parcel(2, 1)
                .scan(2, Stage.DISPATCHED, 30)
                .past();
    }

    private static OrderPast second() {
        return ReplayStory.of(BERLIN).parcel(1, 1).scan(1, Stage.DISPATCHED, 3).past();
    }

    private static RehearsalTally tally(OrderPast... orders) {
        RehearsalTally tally = new RehearsalTally(hour(0), hour(200));
        for (OrderPast past : orders)
            tally.add(past, OrderReplay.run(past, PlanHistory.constant(List.of(GONE)), PRICED, hour(200)));
        return tally;
    }

    @Test
    void countsByEverythingThatTellsMessagesApart() {
        RehearsalFigures figures = tally(first(), second()).toFigures(FloodLimit.USUAL);
        assertThat(figures.orders()).isEqualTo(2);
        assertThat(figures.messages()).isEqualTo(3);
        assertThat(figures.customers()).isEqualTo(2);
        assertThat(figures.by().channel()).containsExactly(entry("email", 2), entry("sms", 1));
        assertThat(figures.by().country()).containsExactly(entry("AU", 2), entry("DE", 1));
        assertThat(figures.by().stage()).containsExactly(entry("dispatched", 3));
        // 14:00 UTC on 24 November is 01:00 on the 25th in Hobart; 18:00 a day later is 05:00 on the 26th.
        assertThat(figures.by().day())
                .containsExactly(
                        entry(LocalDate.of(2026, 11, 24), 1),
                        entry(LocalDate.of(2026, 11, 25), 1),
                        entry(LocalDate.of(2026, 11, 26), 1));
        // 24 November 2026 is a Tuesday; 15:00 UTC is 16:00 in Berlin.
        assertThat(figures.by().hourOfWeek().get(24 + 16)).isEqualTo(1);
        assertThat(figures.by().hourOfWeek().get(2 * 24 + 1)).isEqualTo(1);
        assertThat(figures.by().hourOfWeek().get(3 * 24 + 5)).isEqualTo(1);
        assertThat(figures.customersByMessages()).containsExactly(entry(1, 1), entry(2, 1));
        assertThat(figures.mostSent().get(0).messages()).isEqualTo(2);
        assertThat(figures.mostSent().get(0).mostInADay()).isEqualTo(1);
        assertThat(figures.costs()).singleElement().satisfies(c -> {
            assertThat(c.segments()).isEqualTo(2);
            assertThat(c.cost().amount()).isEqualByComparingTo("0.30");
        });
    }

    @Test
    void whatAnotherChannelSaidIsNotSilence() {
        RehearsalFigures figures = tally(first()).toFigures(FloodLimit.USUAL);
        assertThat(figures.held()).isZero();
        assertThat(figures.reasons()).singleElement().satisfies(r -> {
            assertThat(r.isReplaced()).isTrue();
            assertThat(r.count()).isEqualTo(2);
            assertThat(r.reasonCode()).isEqualTo("NO_CONSENT");
        });
    }

    @Test
    void onlyThePeriodCounts() {
        RehearsalTally late = new RehearsalTally(hour(20), hour(200));
        OrderPast past = first();
        late.add(past, OrderReplay.run(past, PlanHistory.constant(List.of(GONE)), PRICED, hour(200)));
        assertThat(late.toFigures(FloodLimit.USUAL).messages()).isEqualTo(1);
    }

    @Test
    void itDoesNotMatterWhoCountsWhat() {
        RehearsalTally one = tally(first());
        one.add(tally(second()));
        RehearsalTally other = tally(second());
        other.add(tally(first()));
        assertThat(one.toFigures(FloodLimit.USUAL))
                .isEqualTo(tally(first(), second()).toFigures(FloodLimit.USUAL));
        assertThat(other.toFigures(FloodLimit.USUAL)).isEqualTo(one.toFigures(FloodLimit.USUAL));
    }
}
