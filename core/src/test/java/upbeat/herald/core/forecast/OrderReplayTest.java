package upbeat.herald.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.forecast.ReplayStory.hour;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.Samples;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.Match;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.DailyLimit;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;

/** Each story is worked out by hand; the expected times stand beside what they follow from. */
class OrderReplayTest {
    private static final Channel MAIL = EmailChannel.EMAIL;

    private static Notice timed(Stage stage, Duration after, SendWindow window, Notice.Per per) {
        Notice n = Samples.notice(stage, MAIL);
        return new Notice(
                n.id(),
                n.name(),
                n.state(),
                n.audience(),
                new Notice.Timing(stage, after, window, per, Notice.DEFAULT_AGE_LIMIT),
                n.routing(),
                n.content());
    }

    private static Notice renamed(String id, Notice n) {
        return n.withId(id);
    }

    private static Notice narrowed(Notice n, Condition... conditions) {
        Audience audience = new Audience(Match.ALL, List.of(conditions), List.of());
        return new Notice(n.id(), n.name(), n.state(), audience, n.timing(), n.routing(), n.content());
    }

    private static Order order() {
        return Samples.order();
    }

    private static List<Instant> sentAt(List<ReplayedMessage> replayed) {
        return replayed.stream()
                .filter(ReplayedMessage::isSent)
                .map(m -> m.times().at())
                .toList();
    }

    private static List<Reason.Code> heldFor(List<ReplayedMessage> replayed) {
        return replayed.stream()
                .filter(m -> m.heldFor() != null)
                .map(m -> m.heldFor().code())
                .toList();
    }

    @Test
    void leavesWhenTheScanBecameKnownAndTheDelayIsOver() {
        // Scanned in hour 5, known in hour 6, to be sent 4 hours after the scan: hour 9.
        List<ReplayedMessage> said = ReplayStory.of(order())
                .parcel(1, 1)
                .scan(1, Stage.DISPATCHED, 5, 6)
                .replay(timed(Stage.DISPATCHED, Duration.ofHours(4), null, Notice.Per.PARCEL));
        assertThat(sentAt(said)).containsExactly(hour(9));
        // Where the delay was over before anybody knew, it leaves at once: hour 6.
        said = ReplayStory.of(order())
                .parcel(1, 1)
                .scan(1, Stage.DISPATCHED, 5, 6)
                .replay(timed(Stage.DISPATCHED, Duration.ofMinutes(30), null, Notice.Per.PARCEL));
        assertThat(sentAt(said)).containsExactly(hour(6));
        assertThat(said.get(0).isMoved()).isFalse();
    }

    @Test
    void waitsForTheCustomersMorning() {
        // Noon UTC is 23:00 in Hobart (UTC+11 in November): hour 9 is 08:00 there.
        SendWindow morning = new SendWindow(LocalTime.of(8, 0), LocalTime.of(20, 0), Set.of(), false);
        List<ReplayedMessage> said = ReplayStory.of(order())
                .parcel(1, 1)
                .scan(1, Stage.DISPATCHED, 2)
                .replay(timed(Stage.DISPATCHED, Duration.ZERO, morning, Notice.Per.PARCEL));
        assertThat(sentAt(said)).containsExactly(hour(9));
        assertThat(said.get(0).isMoved()).isTrue();
        assertThat(said.get(0).times().wantedAt()).isEqualTo(hour(2));
    }

    @Test
    void saysNothingThatIsOldByThen() {
        List<ReplayedMessage> said = ReplayStory.of(order())
                .parcel(1, 1)
                .scan(1, Stage.IN_TRANSIT, 2)
                .scan(1, Stage.DELIVERED, 4)
                .replay(timed(Stage.IN_TRANSIT, Duration.ofHours(3), null, Notice.Per.PARCEL));
        assertThat(sentAt(said)).isEmpty();
        assertThat(heldFor(said)).containsExactly(Reason.Code.OVERTAKEN);
        assertThat(said.get(0).times().at()).isEqualTo(hour(5));
    }

    @Test
    void aLateScanIsNoNews() {
        List<ReplayedMessage> said = ReplayStory.of(order())
                .parcel(1, 1)
                .scan(1, Stage.OUT_FOR_DELIVERY, 5)
                .scan(1, Stage.IN_TRANSIT, 3, 6)
                .replay(timed(Stage.IN_TRANSIT, Duration.ZERO, null, Notice.Per.PARCEL));
        assertThat(said).isEmpty();
    }

    @Test
    void ofTwoStagesInOneScanTheFurtherOneIsTold() {
        Notice gone = renamed("gone", timed(Stage.DISPATCHED, Duration.ZERO, null, Notice.Per.PARCEL));
        Notice moving = renamed("moving", timed(Stage.IN_TRANSIT, Duration.ZERO, null, Notice.Per.PARCEL));
        List<ReplayedMessage> said = ReplayStory.of(order())
                .parcel(1, 1)
                .scan(1, Stage.IN_TRANSIT, 2)
                .replay(gone, moving);
        assertThat(said.stream().filter(ReplayedMessage::isSent).map(m -> m.notice()
                        .id()))
                .containsExactly("moving");
        assertThat(heldFor(said)).containsExactly(Reason.Code.OVERTAKEN);
    }

    @Test
    void theWholeOrderIsWaitedForAndPartOfItTold() {
        ReplayStory story = ReplayStory.of(order())
                .parcel(1, 1, new Parcel.Content("BK", 1))
                .scan(1, Stage.DISPATCHED, 2)
                .parcel(2, 20, new Parcel.Content("RT", 2))
                .scan(2, Stage.DISPATCHED, 30);
        assertThat(sentAt(story.replay(timed(Stage.DISPATCHED, Duration.ZERO, null, Notice.Per.WHOLE_ORDER))))
                .containsExactly(hour(30));
        assertThat(sentAt(story.replay(timed(Stage.DISPATCHED, Duration.ZERO, null, Notice.Per.PART_OF_ORDER))))
                .containsExactly(hour(2));
        assertThat(sentAt(story.replay(timed(Stage.DISPATCHED, Duration.ZERO, null, Notice.Per.PARCEL))))
                .containsExactly(hour(2), hour(30));
    }

    @Test
    void anAnswerEndsWhatIsStillAsked() {
        Notice asks = Samples.asking(timed(Stage.ORDERED, Duration.ofHours(2), null, Notice.Per.ORDER));
        ReplayStory story = ReplayStory.of(order());
        assertThat(sentAt(story.replay(asks))).containsExactly(hour(2));
        story.answered("n1", "confirm", false, 1);
        assertThat(heldFor(story.replay(asks))).containsExactly(Reason.Code.ANSWERED);
    }

    @Test
    void theNextChannelSpeaksWhereTheFirstCannot() {
        Notice first = Samples.notice(Stage.DISPATCHED, ChatChannel.WHATSAPP, SmsChannel.SMS, MAIL);
        Order shy = Samples.order(
                "Ottoline Brack",
                "ottoline@customer.example",
                "+61491570006",
                "AU",
                Payment.PREPAID,
                new Order.Consent(true, true, false));
        List<ReplayedMessage> said = ReplayStory.of(shy)
                .stopped(SmsChannel.SMS)
                .parcel(1, 1)
                .scan(1, Stage.DISPATCHED, 2)
                .replay(first);
        assertThat(heldFor(said)).containsExactly(Reason.Code.NO_CONSENT, Reason.Code.STOPPED);
        assertThat(said.stream().filter(ReplayedMessage::isSent).map(ReplayedMessage::channel))
                .containsExactly(MAIL);
    }

    @Test
    void textThatCannotBeWrittenHoldsTheMessage() {
        Reason empty = new Reason(Reason.Code.FIELD_EMPTY, "The field parcel.trackingLink is empty");
        List<ReplayedMessage> said = OrderReplay.run(
                ReplayStory.of(order())
                        .parcel(1, 1)
                        .scan(1, Stage.DISPATCHED, 2)
                        .past(),
                PlanHistory.constant(List.of(timed(Stage.DISPATCHED, Duration.ZERO, null, Notice.Per.PARCEL))),
                m -> MessageWriter.Written.impossible(empty),
                hour(100));
        assertThat(said).singleElement().satisfies(m -> assertThat(m.heldFor()).isEqualTo(empty));
    }

    @Test
    void aSilenceIsAMomentUntilTheCarrierSpeaks() {
        Notice n = Samples.notice(Stage.DELAYED, MAIL);
        Notice quiet = new Notice(
                n.id(),
                n.name(),
                n.state(),
                n.audience(),
                new Notice.Timing(
                        Stage.DELAYED, 2, Duration.ZERO, null, null, Notice.Per.OCCASION, Notice.DEFAULT_AGE_LIMIT),
                n.routing(),
                n.content());
        ReplayStory story = ReplayStory.of(order()).parcel(1, 1).scan(1, Stage.DISPATCHED, 2);
        assertThat(sentAt(story.replay(quiet))).containsExactly(hour(50));
        // Heard of after 47 hours: the silence begins anew and is over at hour 97.
        story.scan(1, Stage.IN_TRANSIT, 49);
        assertThat(sentAt(story.replay(quiet))).containsExactly(hour(97));
        story.scan(1, Stage.DELIVERED, 90);
        assertThat(story.replay(quiet)).isEmpty();
    }

    @Test
    void aTagMayMakeANoticeBeForTheOrder() {
        Notice tagged = narrowed(
                timed(Stage.ORDERED, Duration.ZERO, null, Notice.Per.ORDER),
                new Condition("tag", List.of("gift"), null, null));
        ReplayStory story = ReplayStory.of(order());
        assertThat(story.replay(tagged)).isEmpty();
        assertThat(sentAt(story.tagged("gift", 3).replay(tagged))).containsExactly(hour(3));
        // Two days later it is too late for an order notice.
        assertThat(heldFor(ReplayStory.of(order()).tagged("gift", 49).replay(tagged)))
                .containsExactly(Reason.Code.TOO_OLD);
    }

    @Test
    void whatWasDoneByHandWaitsUntilItCannotBeTakenBack() {
        List<ReplayedMessage> said = ReplayStory.of(order())
                .parcel(1, 1)
                .mark(1, Stage.DISPATCHED, 2)
                .replay(timed(Stage.DISPATCHED, Duration.ZERO, null, Notice.Per.PARCEL));
        assertThat(sentAt(said)).containsExactly(hour(2).plusSeconds(60));
    }

    @Test
    void anEndedOrderHearsOnlyOfItsEnd() {
        Notice gone = renamed("gone", timed(Stage.DISPATCHED, Duration.ofHours(5), null, Notice.Per.PARCEL));
        Notice end = renamed("end", timed(Stage.CANCELLED, Duration.ZERO, null, Notice.Per.ORDER));
        List<ReplayedMessage> said = ReplayStory.of(order())
                .parcel(1, 1)
                .scan(1, Stage.DISPATCHED, 2)
                .ended(Stage.CANCELLED, 3)
                .replay(gone, end);
        assertThat(said.stream().filter(ReplayedMessage::isSent).map(m -> m.notice()
                        .id()))
                .containsExactly("end");
        assertThat(heldFor(said)).containsExactly(Reason.Code.OVERTAKEN);
    }

    @Test
    void nothingLeavesAfterTheEndOfThePeriod() {
        ReplayStory story = ReplayStory.of(order()).parcel(1, 1).scan(1, Stage.DISPATCHED, 2);
        Notice n = timed(Stage.DISPATCHED, Duration.ofHours(4), null, Notice.Per.PARCEL);
        assertThat(story.replay(hour(5.9), n)).isEmpty();
        assertThat(story.replay(hour(6), n)).hasSize(1);
    }

    @Test
    void aPlanThatChangedIsAskedAsItWasAtEachMoment() {
        Notice n = timed(Stage.DISPATCHED, Duration.ofHours(4), null, Notice.Per.PARCEL);
        OrderPast past = ReplayStory.of(order())
                .parcel(1, 1)
                .scan(1, Stage.DISPATCHED, 2)
                .past();
        PlanHistory lateStart = PlanHistory.of(Map.of(hour(3), List.of(n)));
        assertThat(OrderReplay.run(past, lateStart, ReplayStory.PLAIN, hour(99)))
                .isEmpty();
        PlanHistory pausedBetween =
                PlanHistory.of(Map.of(hour(0), List.of(n), hour(5), List.of(n.withState(Notice.State.PAUSED))));
        assertThat(heldFor(OrderReplay.run(past, pausedBetween, ReplayStory.PLAIN, hour(99))))
                .containsExactly(Reason.Code.NOT_LIVE);
        PlanHistory deletedBetween = PlanHistory.of(Map.of(hour(0), List.of(n), hour(5), List.of()));
        assertThat(heldFor(OrderReplay.run(past, deletedBetween, ReplayStory.PLAIN, hour(99))))
                .containsExactly(Reason.Code.GONE);
    }

    @Test
    void aDayHasRoomForSoManyAndTheLesserOnesGiveWay() {
        // Noon UTC is 23:00 in Hobart (UTC+11 in November): hours 2 to 24 are one day there, hour 26 is the next.
        Notice dispatched = renamed("a", timed(Stage.DISPATCHED, Duration.ZERO, null, Notice.Per.PARCEL));
        Notice transit = renamed("b", timed(Stage.IN_TRANSIT, Duration.ZERO, null, Notice.Per.PARCEL));
        Notice out = renamed("c", timed(Stage.OUT_FOR_DELIVERY, Duration.ZERO, null, Notice.Per.PARCEL));
        OrderPast past = ReplayStory.of(order())
                .parcel(1, 1)
                .scan(1, Stage.DISPATCHED, 2)
                .scan(1, Stage.IN_TRANSIT, 10)
                .scan(1, Stage.OUT_FOR_DELIVERY, 26)
                .past();
        List<Notice> plan = List.of(dispatched, transit, out);
        List<ReplayedMessage> said =
                OrderReplay.run(past, PlanHistory.constant(plan, new DailyLimit(1)), ReplayStory.PLAIN, hour(24 * 60));
        assertThat(sentAt(said)).containsExactly(hour(2), hour(26));
        assertThat(heldFor(said)).containsExactly(Reason.Code.DAILY_LIMIT);
        assertThat(sentAt(OrderReplay.run(past, PlanHistory.constant(plan), ReplayStory.PLAIN, hour(24 * 60))))
                .as("without a limit")
                .hasSize(3);
    }
}
