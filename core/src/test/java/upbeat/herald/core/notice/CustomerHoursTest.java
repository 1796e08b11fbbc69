package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.Samples.NOON;
import static upbeat.herald.core.Samples.notice;
import static upbeat.herald.core.Samples.order;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.core.wording.email.EmailChannel;

/** A message leaves in hours that suit the customer, wherever the order says that may be. */
class CustomerHoursTest {
    private static final SendWindow DAY = new SendWindow(LocalTime.of(8, 0), LocalTime.of(20, 0));

    private static Order to(String country, @Nullable String region, @Nullable String postcode) {
        Order o = order();
        return new Order(
                o.shop(),
                o.number(),
                o.placedAt(),
                new Order.Customer("Ann", "ann@example.com", null, null),
                new Order.ShipTo("Ann", "2 Quay", "Somewhere", region, postcode, country),
                o.purchase(),
                o.consent(),
                o.tags());
    }

    private static Decision decide(Stage stage, SendWindow window, Order order, Instant at) {
        Notice n = notice(stage, EmailChannel.EMAIL);
        Notice timed = new Notice(
                n.id(),
                n.name(),
                n.state(),
                n.audience(),
                new Notice.Timing(stage, Duration.ZERO, window, Notice.Per.ORDER, Duration.ofHours(48)),
                n.routing(),
                n.content());
        return Decide.decide(
                List.of(timed),
                new OrderSituation(order, null, null, List.of(stage), true, null),
                new Moment(stage, "1", at, null),
                History.NONE,
                at);
    }

    private static Instant dueAt(Order order, Instant at) {
        return decide(Stage.ORDERED, DAY, order, at).messages().get(0).dueAt();
    }

    /** 13:05 in UTC is 05:05 in Los Angeles and 08:05 in New York. */
    @Test
    void losAngelesIsNotWokenAtFive() {
        Instant morning = Instant.parse("2026-11-24T13:05:00Z");
        assertThat(dueAt(to("US", "US-CA", "90012"), morning)).isEqualTo(Instant.parse("2026-11-24T16:00:00Z"));
        assertThat(dueAt(to("US", null, "90012"), morning)).isEqualTo(Instant.parse("2026-11-24T16:00:00Z"));
        assertThat(dueAt(to("US", "New York", null), morning)).isEqualTo(morning);
    }

    /** From Adak to New York it is five hours in winter: 18:00 in UTC is the first hour that suits all. */
    @Test
    void withTheCountryAloneEveryClockCounts() {
        assertThat(dueAt(to("US", null, null), Instant.parse("2026-11-24T13:05:00Z")))
                .isEqualTo(Instant.parse("2026-11-24T18:00:00Z"));
    }

    @Test
    void withoutAnHourInCommonItIsHeldAndTheReasonSaysWhatToDo() {
        SendWindow office = new SendWindow(LocalTime.of(10, 0), LocalTime.of(19, 0));
        Decision d = decide(Stage.ORDERED, office, to("RU", null, null), NOON);
        assertThat(d.messages()).isEmpty();
        assertThat(d.notSent()).singleElement().satisfies(n -> {
            assertThat(n.reason().code()).isEqualTo(Reason.Code.NO_COMMON_HOUR);
            assertThat(n.reason().code().isNoteworthy()).isTrue();
            assertThat(n.reason().text()).contains("Add the region or postcode");
        });
        assertThat(decide(Stage.ORDERED, office, to("RU", "RU-KAM", null), NOON).messages())
                .hasSize(1);
    }

    /** Wanted at 20:30 in New York, which is 17:30 in Los Angeles: it leaves on the next day wherever that was. */
    @Test
    void todayIsSaidOnlyIfItIsTodayOnEveryClock() {
        Instant evening = Instant.parse("2026-11-25T01:30:00Z");
        assertThat(decide(Stage.OUT_FOR_DELIVERY, DAY, to("US", "US-CA", null), evening)
                        .messages())
                .hasSize(1);
        assertThat(decide(Stage.OUT_FOR_DELIVERY, DAY, to("US", null, null), evening)
                        .notSent())
                .extracting(n -> n.reason().code())
                .contains(Reason.Code.OVERTAKEN);
    }
}
