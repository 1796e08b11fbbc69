package upbeat.herald.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.forecast.ReplayStory.hour;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.Samples;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.Match;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.Effects;
import upbeat.herald.core.notice.FloodLimit;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Series;
import upbeat.herald.core.notice.Trigger;
import upbeat.herald.core.wording.email.EmailChannel;

/** Series, answers and tags in a replay; the expected times are worked out by hand. */
class SeriesReplayTest {
    private static final Trigger DELIVERED = Trigger.of(Stage.DELIVERED);

    private static Notice timed(String id, Trigger trigger, Series series, Duration after) {
        Notice n = Samples.notice(trigger.stage(), EmailChannel.EMAIL);
        return new Notice(
                id,
                id,
                n.state(),
                n.audience(),
                new Notice.Timing(
                        trigger, series, after, null, null, Notice.Per.ORDER, Notice.DEFAULT_AGE_LIMIT, Duration.ZERO),
                n.routing(),
                n.content());
    }

    private static Notice with(Notice n, Audience audience, Effects effects) {
        return new Notice(n.id(), n.name(), n.state(), audience, n.timing(), n.routing(), n.content(), effects);
    }

    private static Notice step(String id, Series series, int hours) {
        return timed(id, series.start(), series, Duration.ofHours(hours));
    }

    private static List<String> sent(List<ReplayedMessage> replayed) {
        return replayed.stream()
                .filter(ReplayedMessage::isSent)
                .map(m -> m.notice().id() + " " + m.times().at())
                .toList();
    }

    @Test
    void endsWhenTheCustomerOrdersAgain() {
        Series s = new Series(
                "s", "After delivery", DELIVERED, Set.of(Series.End.NEXT_ORDER), List.of(), Set.of("two", "ten"));
        List<ReplayedMessage> said = ReplayStory.of(Samples.order())
                .parcel(1, 1)
                .scan(1, Stage.DELIVERED, 30)
                .orderedAgain(100)
                .replay(step("two", s, 48), step("ten", s, 240));
        // Two days after hour 30; the next order in hour 100 ends it before the tenth day.
        assertThat(sent(said)).containsExactly("two " + hour(78));
    }

    @Test
    void endsWhenSomebodyTookTheOrderOut() {
        Series s = new Series("s", "After delivery", DELIVERED, Set.of(), List.of(), Set.of("two", "ten"));
        ReplayStory story = ReplayStory.of(Samples.order()).parcel(1, 1).scan(1, Stage.DELIVERED, 30);
        assertThat(sent(story.replay(step("two", s, 48), step("ten", s, 240))))
                .containsExactly("two " + hour(78), "ten " + hour(270));
        assertThat(sent(story.leftSeries("s", 79).replay(step("two", s, 48), step("ten", s, 240))))
                .containsExactly("two " + hour(78));
    }

    @Test
    void anAnswerSetsOffWhatFollowsIt() {
        Notice asks = Samples.asking(Samples.notice(Stage.ORDERED, EmailChannel.EMAIL))
                .withId("asks");
        Trigger yes = Trigger.answer(Stage.ORDERED, new Trigger.AnswerGiven("asks", "confirm"));
        Notice thanks = timed("thanks", yes, null, Duration.ofHours(1));
        ReplayStory story = ReplayStory.of(Samples.order()).answered("asks", "confirm", false, 5);
        assertThat(sent(story.replay(asks, thanks))).containsExactly("asks " + hour(0), "thanks " + hour(6));
        ReplayStory other = ReplayStory.of(Samples.order()).answered("asks", "cancel", true, 5);
        assertThat(sent(other.replay(asks, thanks))).containsExactly("asks " + hour(0));
    }

    /** A tag that one notice puts on lets another speak; one that it takes off ends a series. */
    @Test
    void tagsOfANoticeCountFromWhenItWasSent() {
        Audience tagged =
                new Audience(Match.ALL, List.of(new Condition("tag", List.of("told"), null, null)), List.of());
        Notice first = with(
                timed("first", Trigger.of(Stage.DISPATCHED), null, Duration.ofHours(2)),
                Audience.EVERYONE,
                new Effects(List.of(), List.of("told"), List.of()));
        Notice second =
                with(timed("second", Trigger.of(Stage.DISPATCHED), null, Duration.ofHours(6)), tagged, Effects.NONE);
        ReplayStory story = ReplayStory.of(Samples.order()).parcel(1, 1).scan(1, Stage.DISPATCHED, 10);
        assertThat(sent(story.replay(first, second))).containsExactly("first " + hour(12), "second " + hour(16));
        assertThat(sent(story.replay(with(first, Audience.EVERYONE, Effects.NONE), second)))
                .containsExactly("first " + hour(12));
    }

    /** The shop's document goes on saying a tag that was taken off here; nobody reads it from there. */
    @Test
    void aTagOfTheShopIsOffOnceANoticeTookItOff() {
        Audience fresh = new Audience(Match.ALL, List.of(new Condition("tag", List.of("new"), null, null)), List.of());
        Notice first = with(
                timed("first", Trigger.of(Stage.DISPATCHED), null, Duration.ofHours(2)),
                fresh,
                new Effects(List.of(), List.of(), List.of("new")));
        Notice second =
                with(timed("second", Trigger.of(Stage.DISPATCHED), null, Duration.ofHours(6)), fresh, Effects.NONE);
        Series s = new Series(
                "s", "While it is new", Trigger.of(Stage.DISPATCHED), Set.of(), List.of("new"), Set.of("third"));
        Notice third = step("third", s, 7);
        ReplayStory story = ReplayStory.of(Samples.tagged(Samples.order(), "new"))
                .parcel(1, 1)
                .scan(1, Stage.DISPATCHED, 10);
        assertThat(sent(story.replay(second))).containsExactly("second " + hour(16));
        assertThat(sent(story.replay(third))).isEmpty();
        assertThat(sent(story.replay(first, second))).containsExactly("first " + hour(12));
    }

    @Test
    void copiesForTheTeamAreCountedAndPaidFor() {
        Notice told = with(
                timed("told", Trigger.of(Stage.ORDERED), null, Duration.ZERO),
                Audience.EVERYONE,
                new Effects(List.of(EmailChannel.EMAIL), List.of(), List.of()));
        MessageWriter paid = m -> new MessageWriter.Written(
                "en",
                m.notice().content().wordings().get(m.channel()),
                2,
                new MessageWriter.Cost(new BigDecimal("0.30"), "EUR"),
                null);
        Instant until = hour(48);
        OrderPast past = ReplayStory.of(Samples.order()).past();
        RehearsalTally tally = new RehearsalTally(Samples.NOON, until);
        tally.add(past, OrderReplay.run(past, PlanHistory.constant(List.of(told)), paid, until));
        RehearsalFigures figures = tally.toFigures(FloodLimit.USUAL);
        assertThat(figures.messages()).isEqualTo(1);
        assertThat(figures.copies()).isEqualTo(1);
        assertThat(figures.costs()).singleElement().satisfies(c -> {
            assertThat(c.messages()).isEqualTo(2);
            assertThat(c.segments()).isEqualTo(4);
            assertThat(c.cost().amount()).isEqualByComparingTo("0.60");
        });
    }
}
