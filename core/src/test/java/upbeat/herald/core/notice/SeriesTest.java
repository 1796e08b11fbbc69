package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.Samples.NOON;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.random.RandomGenerator;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.Samples;
import upbeat.herald.core.audience.OrderBackground;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.timing.DayDelay;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;

class SeriesTest {
    private static final Channel MAIL = EmailChannel.EMAIL;
    private static final Trigger.AnswerGiven YES = new Trigger.AnswerGiven("asks", "confirm");

    static Series series(Trigger start, Series.End... ends) {
        return new Series("s1", "After delivery", start, Set.of(ends), List.of(), Set.of("two", "ten"));
    }

    static Notice step(String id, Series series, int days) {
        Notice n = Samples.notice(Stage.DELIVERED, MAIL).withId(id);
        return new Notice(
                id,
                id,
                n.state(),
                n.audience(),
                new Notice.Timing(
                        series.start(),
                        series,
                        Duration.ZERO,
                        new DayDelay(days, false, null),
                        null,
                        Notice.Per.ORDER,
                        Notice.DEFAULT_AGE_LIMIT,
                        Duration.ZERO),
                n.routing(),
                n.content());
    }

    private static History history(Map<String, String> answers, OrderBackground background, Set<Channel> stopped) {
        return new History(Set.of(), answers, false, stopped, background, Map.of(), Set.of());
    }

    private static OrderBackground background(boolean hasOrderedAgain, String... tags) {
        return new OrderBackground(Set.of(), Set.of(tags), Set.of(), false, hasOrderedAgain, null, Set.of());
    }

    private static OrderSituation at(Stage parcel, Stage ended) {
        return new OrderSituation(Samples.order(), Samples.parcel(), parcel, List.of(parcel), true, ended);
    }

    private static Optional<Reason> recheck(Notice n, OrderSituation there, History history) {
        Instant due = NOON.plus(Duration.ofDays(2));
        return Optional.ofNullable(
                Decide.recheck(n, there, history, MAIL, due, due).obstacle());
    }

    @Test
    void twoAndTenDaysAfterTheSameMoment() {
        Series s = series(Trigger.of(Stage.DELIVERED));
        Decision d = Decide.decide(
                List.of(step("two", s, 2), step("ten", s, 10)),
                at(Stage.DELIVERED, null),
                new Moment(Stage.DELIVERED, "1", NOON, null),
                History.NONE,
                NOON);
        assertThat(d.messages())
                .extracting(m -> m.notice().id() + " " + m.dueAt())
                .containsExactly("two " + NOON.plus(Duration.ofDays(2)), "ten " + NOON.plus(Duration.ofDays(10)));
    }

    /** Each reason, and a situation that meets it and none of the others. */
    static Stream<Arguments> reasons() {
        OrderBackground plain = background(false);
        OrderSituation there = at(Stage.DELIVERED, null);
        return Stream.of(
                Arguments.of(Series.End.ANSWER, there, history(Map.of("ten", "yes"), plain, Set.of())),
                Arguments.of(
                        Series.End.REFUND, at(Stage.DELIVERED, Stage.REFUNDED), history(Map.of(), plain, Set.of())),
                Arguments.of(Series.End.RETURN, at(Stage.RETURNING, null), history(Map.of(), plain, Set.of())),
                Arguments.of(Series.End.COMPLAINT, there, history(Map.of(), plain, Set.of(SmsChannel.SMS))),
                Arguments.of(Series.End.NEXT_ORDER, there, history(Map.of(), background(true), Set.of())));
    }

    @ParameterizedTest
    @MethodSource("reasons")
    void endsOnWhatItIsToEndOnAndOnNothingElse(Series.End end, OrderSituation there, History history) {
        for (Series.End chosen : Series.End.values()) {
            Series s = series(Trigger.of(Stage.DELIVERED), chosen);
            Optional<Reason> no = recheck(step("two", s, 2), there, history);
            assertThat(no.isPresent()).as("%s where %s", chosen, end).isEqualTo(chosen == end);
            no.ifPresent(r -> assertThat(r.code()).isEqualTo(Reason.Code.SERIES_ENDED));
        }
    }

    @Test
    void anAnswerToSomethingElseEndsNothing() {
        Series s = series(Trigger.of(Stage.DELIVERED), Series.End.values());
        assertThat(recheck(
                        step("two", s, 2),
                        at(Stage.DELIVERED, null),
                        history(Map.of("cash-on-delivery", "confirm"), background(false), Set.of())))
                .isEmpty();
    }

    @Test
    void aTagEndsItWhereverTheTagComesFrom() {
        Series s = new Series(
                "s1", "Care", Trigger.of(Stage.DELIVERED), Set.of(), List.of("reviewed", "angry"), Set.of("two"));
        assertThat(s.needsBackground()).isTrue();
        Optional<Reason> no = recheck(
                step("two", s, 2), at(Stage.DELIVERED, null), history(Map.of(), background(false, "angry"), Set.of()));
        assertThat(no.orElseThrow().text()).isEqualTo("The order is tagged \"angry\", which ends the series \"Care\"");
        Order o = Samples.order();
        Order tagged = new Order(
                o.shop(),
                o.number(),
                o.placedAt(),
                o.customer(),
                o.shipTo(),
                o.purchase(),
                o.consent(),
                List.of("reviewed"));
        assertThat(recheck(
                        step("two", s, 2),
                        new OrderSituation(
                                tagged, Samples.parcel(), Stage.DELIVERED, List.of(Stage.DELIVERED), true, null),
                        History.NONE))
                .isPresent();
    }

    @Test
    void whoWasTakenOutHearsNoMore() {
        Series s = series(Trigger.of(Stage.DELIVERED));
        History out = new History(Set.of(), Map.of(), false, Set.of(), OrderBackground.NONE, Map.of(), Set.of("s1"));
        assertThat(recheck(step("two", s, 2), at(Stage.DELIVERED, null), out)
                        .orElseThrow()
                        .text())
                .startsWith("The order was taken out");
        Series other = new Series("s2", "Other", Trigger.of(Stage.DELIVERED), Set.of(), List.of(), Set.of("x"));
        assertThat(recheck(step("x", other, 2), at(Stage.DELIVERED, null), out)).isEmpty();
    }

    /** What comes after a stage makes news of the stage old, but not what is counted from it. */
    @Test
    void isNotOvertakenByFurtherStages() {
        Series s = series(Trigger.of(Stage.DISPATCHED));
        assertThat(recheck(step("two", s, 2), at(Stage.DELIVERED, null), History.NONE))
                .isEmpty();
        Notice alone = Samples.notice(Stage.DISPATCHED, MAIL);
        assertThat(recheck(alone, at(Stage.DELIVERED, null), History.NONE)
                        .orElseThrow()
                        .code())
                .isEqualTo(Reason.Code.OVERTAKEN);
    }

    @ParameterizedTest
    @EnumSource(
            value = Stage.class,
            names = {"REFUNDED", "RETURNED"})
    void isNotEndedByWhatItBeginsWith(Stage start) {
        Series s = series(Trigger.of(start), Series.End.values());
        OrderSituation there = start == Stage.REFUNDED ? at(Stage.DELIVERED, start) : at(start, null);
        assertThat(recheck(step("two", s, 2), there, History.NONE)).isEmpty();
    }

    @Test
    void followsAnAnswerAndOnlyThatOne() {
        Series s = series(Trigger.answer(Stage.ORDERED, YES));
        Notice thanks = step("two", s, 2);
        History yes = history(Map.of("asks", "confirm"), OrderBackground.NONE, Set.of());
        OrderSituation there = at(Stage.PACKED, null);
        assertThat(Decide.decide(List.of(thanks), there, Moment.answer(Stage.ORDERED, YES, NOON), yes, NOON)
                        .messages())
                .singleElement()
                .satisfies(m -> assertThat(m.dueAt()).isEqualTo(NOON.plus(Duration.ofDays(2))));
        Trigger.AnswerGiven no = new Trigger.AnswerGiven("asks", "cancel");
        assertThat(Decide.decide(List.of(thanks), there, Moment.answer(Stage.ORDERED, no, NOON), yes, NOON))
                .isEqualTo(new Decision(List.of(), List.of()));
        assertThat(Decide.decide(List.of(thanks), there, new Moment(Stage.ORDERED, "1", NOON, null), yes, NOON))
                .isEqualTo(new Decision(List.of(), List.of()));
        // Corrected to another answer since.
        History corrected = history(Map.of("asks", "cancel"), OrderBackground.NONE, Set.of());
        assertThat(recheck(thanks, there, corrected).orElseThrow().code()).isEqualTo(Reason.Code.OVERTAKEN);
    }

    @Test
    void whoSaidNoCanBeToldWhatFollowsFromIt() {
        Trigger.AnswerGiven no = new Trigger.AnswerGiven("asks", "cancel");
        Notice sorry = step("sorry", series(Trigger.answer(Stage.ORDERED, no)), 0);
        History refused = new History(Set.of(), Map.of("asks", "cancel"), true, Set.of());
        assertThat(recheck(sorry, at(Stage.PACKED, null), refused)).isEmpty();
        // Counted from a stage instead, it is nothing for who doesn't want the order.
        Notice other = step("two", series(Trigger.of(Stage.DELIVERED)), 2);
        assertThat(recheck(other, at(Stage.DELIVERED, null), refused)
                        .orElseThrow()
                        .code())
                .isEqualTo(Reason.Code.ANSWERED);
    }

    /** More reasons to end never let more through. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void moreEndsNeverSendMore(long seed) {
        RandomGenerator random = new java.util.SplittableRandom(seed);
        for (int i = 0; i < 200; i++) {
            EnumSet<Series.End> few = EnumSet.noneOf(Series.End.class);
            EnumSet<Series.End> more = EnumSet.noneOf(Series.End.class);
            for (Series.End end : Series.End.values()) {
                if (random.nextInt(3) == 0) few.add(end);
                if (few.contains(end) || random.nextBoolean()) more.add(end);
            }
            List<Stage> stages = new ArrayList<>(List.of(Stage.DELIVERED, Stage.RETURNING, Stage.RETURNED));
            OrderSituation there =
                    at(stages.get(random.nextInt(stages.size())), random.nextBoolean() ? Stage.REFUNDED : null);
            History history = history(
                    random.nextBoolean() ? Map.of("two", "yes") : Map.of(), background(random.nextBoolean()), Set.of());
            boolean goesWithFew = recheck(
                            step("x", series(Trigger.of(Stage.DELIVERED), few.toArray(Series.End[]::new)), 2),
                            there,
                            history)
                    .isEmpty();
            boolean goesWithMore = recheck(
                            step("x", series(Trigger.of(Stage.DELIVERED), more.toArray(Series.End[]::new)), 2),
                            there,
                            history)
                    .isEmpty();
            assertThat(goesWithFew || !goesWithMore).as("%s and %s", few, more).isTrue();
        }
    }
}
