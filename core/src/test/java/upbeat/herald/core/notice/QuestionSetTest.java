package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import upbeat.herald.core.Samples;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.wording.AnswerEffect;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.core.wording.WordingError;

/** Questions that are ready to be used, in each language and over each channel. */
class QuestionSetTest {
    static Stream<Arguments> everySetInEveryLanguage() {
        List<Arguments> all = new ArrayList<>();
        for (QuestionSet set : QuestionSet.values())
            for (String language : Starters.LANGUAGES) all.add(Arguments.of(set, language));
        return all.stream();
    }

    private static Notice asking(QuestionSet set, Question question) {
        Notice n = Samples.notice(set.stage(), Channel.all().toArray(Channel[]::new));
        return new Notice(
                n.id(),
                n.name(),
                n.state(),
                Audience.EVERYONE,
                n.timing(),
                n.routing(),
                new Notice.Content(question, Map.of(), List.of()));
    }

    @ParameterizedTest
    @MethodSource("everySetInEveryLanguage")
    void canBeSentAsItIs(QuestionSet set, String language) {
        Question question = Starters.question(set, language);
        assertThat(question.buttons()).hasSizeBetween(2, Question.MOST_BUTTONS).allSatisfy(b -> {
            assertThat(b.label()).isNotBlank().hasSizeLessThanOrEqualTo(20);
            assertThat(b.effects()).allSatisfy(e -> {
                AnswerEffect.Kind kind = e.findKind().orElseThrow();
                assertThat(e.value() != null).isEqualTo(kind.needsValue());
            });
        });
        assertThat(QuestionSet.of(question)).contains(set);
        Notice notice = asking(set, question);
        for (Channel channel : Channel.all()) {
            if (!channel.starterLanguages().contains(language)) continue;
            Wording wording = Starters.find(notice, channel, language).orElseThrow();
            List<WordingError> errors = WordingCheck.findErrors(notice.purpose(), channel, wording);
            assertThat(errors).as("%s by %s: %s", set, channel.label(), wording).isEmpty();
        }
    }

    @ParameterizedTest
    @MethodSource("everySetInEveryLanguage")
    void itsAnswersAreCalledSoInTheCustomersLanguage(QuestionSet set, String language) {
        Notice english = asking(set, Starters.question(set, "en"));
        Channel email = Channel.fromCode("email").orElseThrow();
        Wording wording = Starters.find(english, email, language).orElseThrow();
        Question translated = english.content().question().withLabels(wording.buttons());
        assertThat(translated.buttons().stream().map(Question.Button::label))
                .containsExactlyElementsOf(Starters.question(set, language).buttons().stream()
                        .map(Question.Button::label)
                        .toList());
    }
}
