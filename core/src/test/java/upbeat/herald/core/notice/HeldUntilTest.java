package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.Samples.NOON;
import static upbeat.herald.core.Samples.notice;
import static upbeat.herald.core.Samples.order;
import static upbeat.herald.core.Samples.parcel;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.timing.CustomerClock;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.core.wording.email.EmailChannel;

/** While somebody may take back what they did by hand, nothing about the order leaves; afterwards all goes as ever. */
class HeldUntilTest {
    private static OrderSituation heldUntil(Instant until) {
        return new OrderSituation(
                order(), parcel(), Stage.DISPATCHED, List.of(Stage.DISPATCHED), true, null, null, until);
    }

    private static Instant due(Notice notice, Instant until, Instant now) {
        Moment moment = new Moment(Stage.DISPATCHED, "1", now, null);
        return Decide.decide(List.of(notice), heldUntil(until), moment, History.NONE, now)
                .messages()
                .get(0)
                .dueAt();
    }

    private static Notice delayed(Duration after, SendWindow window) {
        Notice n = notice(Stage.DISPATCHED, EmailChannel.EMAIL);
        return new Notice(
                n.id(),
                n.name(),
                n.state(),
                n.audience(),
                new Notice.Timing(
                        Stage.DISPATCHED,
                        after,
                        window,
                        n.timing().per(),
                        n.timing().ageLimit()),
                n.routing(),
                n.content());
    }

    @Test
    void whatWouldGoAtOnceWaitsUntilThen() {
        Notice atOnce = notice(Stage.DISPATCHED, EmailChannel.EMAIL);
        assertThat(due(atOnce, NOON.plusSeconds(60), NOON)).isEqualTo(NOON.plusSeconds(60));
        assertThat(due(atOnce, null, NOON)).isEqualTo(NOON);
        assertThat(due(atOnce, NOON.minusSeconds(1), NOON)).as("it's over").isEqualTo(NOON);
    }

    @Test
    void aDelayOfItsOwnIsNotMadeLonger() {
        assertThat(due(delayed(Duration.ofMinutes(15), null), NOON.plusSeconds(60), NOON))
                .isEqualTo(NOON.plus(Duration.ofMinutes(15)));
    }

    @Test
    void theSendWindowIsAskedAboutTheMomentAfterTheHold() {
        // The sample customer lives where it is noon in UTC; the window closes half a minute later.
        LocalTime here = NOON.atZone(CustomerClock.of(order()).likely()).toLocalTime();
        SendWindow closing = new SendWindow(here.minusHours(2), here.plusSeconds(30));
        Notice n = delayed(Duration.ZERO, closing);
        assertThat(due(n, null, NOON)).isEqualTo(NOON);
        assertThat(due(n, NOON.plusSeconds(60), NOON))
                .as("tomorrow, when it opens again")
                .isEqualTo(NOON.plus(Duration.ofHours(22)));
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4})
    void itNeverMakesAMessageEarlierAndNeverChangesWhetherItIsSent(long seed) {
        Random random = new Random(seed);
        for (int i = 0; i < 200; i++) {
            Notice n = delayed(Duration.ofMinutes(random.nextInt(300)), null);
            Instant until = NOON.plusSeconds(random.nextInt(600) - 200);
            Instant free = due(n, null, NOON);
            Instant held = due(n, until, NOON);
            assertThat(held).isEqualTo(until.isAfter(free) ? until : free);
        }
    }
}
