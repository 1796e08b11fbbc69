package upbeat.herald.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.random.RandomGenerator;
import java.util.random.RandomGeneratorFactory;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.Samples;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.Match;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.email.EmailChannel;

class ReplayDifferenceTest {
    private static final ReplayStory STORY = ReplayStory.of(Samples.order())
            .parcel(1, 1)
            .scan(1, Stage.DISPATCHED, 2)
            .scan(1, Stage.DELIVERED, 40);
    private static final Notice GONE =
            Samples.notice(Stage.DISPATCHED, EmailChannel.EMAIL).withId("gone");
    private static final Notice THERE =
            Samples.notice(Stage.DELIVERED, EmailChannel.EMAIL).withId("there");

    private static Notice later(Notice n) {
        Notice.Timing t = n.timing();
        return new Notice(
                n.id(),
                n.name(),
                n.state(),
                n.audience(),
                new Notice.Timing(t.stage(), Duration.ofHours(1), t.window(), t.per(), t.ageLimit()),
                n.routing(),
                n.content());
    }

    private static List<ReplayDifference.Kind> kinds(List<ReplayedMessage> before, List<ReplayedMessage> after) {
        return ReplayDifference.findBetween(before, after).stream()
                .map(ReplayDifference::kind)
                .toList();
    }

    @Test
    void whatIsAddedTakenAwayMovedAndReworded() {
        List<ReplayedMessage> both = STORY.replay(GONE, THERE);
        assertThat(kinds(both, STORY.replay(GONE, THERE))).isEmpty();
        assertThat(kinds(STORY.replay(GONE), both)).containsExactly(ReplayDifference.Kind.ADDED);
        assertThat(kinds(both, STORY.replay(THERE))).containsExactly(ReplayDifference.Kind.REMOVED);
        assertThat(kinds(both, STORY.replay(later(GONE), THERE))).containsExactly(ReplayDifference.Kind.RESCHEDULED);
        Notice other =
                GONE.withWordings(Map.of(EmailChannel.EMAIL, new Wording("Otherwise", "Something else.")), List.of());
        assertThat(kinds(both, STORY.replay(other, THERE))).containsExactly(ReplayDifference.Kind.REWORDED);
    }

    @Test
    void aNarrowerAudienceNeverReachesMorePeople() {
        RandomGenerator random = RandomGeneratorFactory.of("L64X128MixRandom").create(12);
        List<Condition> some = List.of(
                Condition.of("country", "AU"),
                Condition.of("country", "DE"),
                Condition.of("payment", "cash-on-delivery"),
                Condition.of("item", "kite"),
                Condition.of("tag", "gift"),
                Condition.of("carrier", "skerry-post"));
        for (int round = 0; round < 200; round++) {
            List<Condition> few =
                    some.stream().filter(c -> random.nextInt(3) == 0).toList();
            List<Condition> more = some.stream()
                    .filter(c -> few.contains(c) || random.nextInt(3) == 0)
                    .toList();
            List<ReplayedMessage> wide = STORY.replay(narrowed(GONE, few), narrowed(THERE, few));
            List<ReplayedMessage> narrow = STORY.replay(narrowed(GONE, more), narrowed(THERE, more));
            assertThat(kinds(wide, narrow)).as("%s, then %s", few, more).doesNotContain(ReplayDifference.Kind.ADDED);
        }
    }

    private static Notice narrowed(Notice n, List<Condition> conditions) {
        Audience audience = new Audience(Match.ALL, conditions, List.of());
        return new Notice(n.id(), n.name(), n.state(), audience, n.timing(), n.routing(), n.content());
    }
}
