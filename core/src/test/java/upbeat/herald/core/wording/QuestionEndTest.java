package upbeat.herald.core.wording;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.QuestionEnd.Asked;
import upbeat.herald.core.wording.QuestionEnd.NoAnswer;
import upbeat.herald.core.wording.QuestionEnd.Step;

/** When a question is asked once more, and when it ends; the expected moments are worked out by hand. */
class QuestionEndTest {
    private static final Instant NOON = Instant.parse("2026-11-24T12:00:00Z");

    private static @Nullable Instant hour(@Nullable Integer hours) {
        return hours == null ? null : NOON.plus(Duration.ofHours(hours));
    }

    private static QuestionEnd end(@Nullable Integer after, @Nullable Stage stage, @Nullable Integer remind) {
        return new QuestionEnd(
                after == null ? null : Duration.ofHours(after),
                stage,
                remind == null ? null : Duration.ofHours(remind),
                NoAnswer.NOTHING,
                null);
    }

    /**
     * ends after, at dispatch, reminds after; reminded at, dispatched at; next: ends, at hour (null: nothing to do).
     */
    static Stream<Arguments> steps() {
        return Stream.of(
                Arguments.of(48, false, null, null, null, true, 48),
                Arguments.of(48, false, 24, null, null, false, 24),
                Arguments.of(48, false, 24, 24, null, true, 48),
                // It was reminded late, on a clock that stood still; the end stays where it was.
                Arguments.of(48, false, 24, 40, null, true, 48),
                // The stage comes first, after the time, at the same moment as the reminder, before it.
                Arguments.of(48, true, 24, 24, 30, true, 30),
                Arguments.of(48, true, 24, 24, 60, true, 48),
                Arguments.of(48, true, 24, null, 24, true, 24),
                Arguments.of(48, true, 24, null, 20, true, 20),
                // Only a stage ends it.
                Arguments.of(null, true, null, null, null, false, null),
                Arguments.of(null, true, 24, null, null, false, 24),
                Arguments.of(null, true, 24, 24, null, false, null),
                Arguments.of(null, true, null, null, 3, true, 3),
                // A stage that doesn't end it counts for nothing.
                Arguments.of(48, false, null, null, 3, true, 48));
    }

    @ParameterizedTest
    @MethodSource("steps")
    void nextStep(
            @Nullable Integer after,
            boolean byStage,
            @Nullable Integer remind,
            @Nullable Integer reminded,
            @Nullable Integer dispatched,
            boolean ends,
            @Nullable Integer at) {
        QuestionEnd end = end(after, byStage ? Stage.DISPATCHED : null, remind);
        Asked asked = new Asked(NOON, hour(reminded), hour(dispatched));
        if (at == null) assertThat(end.nextStep(asked)).isEmpty();
        else assertThat(end.nextStep(asked)).contains(new Step(ends, hour(at)));
    }

    /** Whatever the times are: one reminder at the most, never after the end, and the end comes last. */
    @Test
    void asksOnceMoreAtTheMostAndNeverAfterTheEnd() {
        SplittableRandom random = new SplittableRandom(13);
        for (int i = 0; i < 2_000; i++) {
            QuestionEnd end = end(
                    1 + random.nextInt(60),
                    random.nextBoolean() ? Stage.DISPATCHED : null,
                    random.nextBoolean() ? 1 + random.nextInt(60) : null);
            Instant stageAt = random.nextBoolean() ? hour(random.nextInt(60)) : null;
            Asked asked = new Asked(NOON, null, stageAt);
            Step first = end.nextStep(asked).orElseThrow();
            if (first.ends()) continue;
            assertThat(first.at()).isBefore(end.endOf(asked).orElseThrow());
            Step second = end.nextStep(new Asked(NOON, first.at(), stageAt)).orElseThrow();
            assertThat(second.ends()).isTrue();
            assertThat(second.at()).isEqualTo(end.endOf(asked).orElseThrow());
        }
    }
}
