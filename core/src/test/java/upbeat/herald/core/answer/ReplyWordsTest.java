package upbeat.herald.core.answer;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.answer.ReplyWords.Meaning.NO;
import static upbeat.herald.core.answer.ReplyWords.Meaning.OTHER;
import static upbeat.herald.core.answer.ReplyWords.Meaning.STOP;
import static upbeat.herald.core.answer.ReplyWords.Meaning.YES;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.core.wording.Question;

/**
 * What replies mean. The cases of replies.json are a human reading of mails in eight languages and two that are written
 * from the right; its word lists are from memory, as the file says.
 */
class ReplyWordsTest {
    private static final Question CONFIRM = question("Yes, pack it", false, "Cancel it", true);

    private static Question question(String first, boolean refuses, String second, boolean secondRefuses) {
        return new Question(List.of(
                new Question.Button("a", first, "", refuses), new Question.Button("b", second, "", secondRefuses)));
    }

    static Stream<Arguments> readByAPerson() throws IOException {
        try (InputStream in = ReplyWordsTest.class.getResourceAsStream("/replies/replies.json")) {
            JsonNode file = JsonMapper.shared().readTree(in);
            return file
                    .path("cases")
                    .valueStream()
                    .map(c -> Arguments.of(
                            c.path("file").asString(),
                            c.path("lang").asString(),
                            c.path("newText").asString(),
                            c.path("answer").asString(),
                            c.path("acceptAlso").toString()))
                    .toList()
                    .stream();
        }
    }

    @ParameterizedTest
    @MethodSource("readByAPerson")
    void meansWhatAPersonReads(String file, String language, String text, String answer, String also) {
        String read = ReplyWords.read(text, List.of(language)).name().toLowerCase(Locale.ROOT);
        String judged = read.equals("other") ? "person" : read;
        if (!also.contains("\"" + judged + "\"")) assertThat(judged).as(file).isEqualTo(answer);
    }

    @ParameterizedTest
    @CsvSource({
        "YES, en, YES",
        "' yes. ', en, YES",
        "Ja gerne!, de, YES",
        "'ja, gerne', de, YES",
        "ja graag, nl, YES",
        "OUI, fr, YES",
        "SI, es, YES",
        "Sì!, it, YES",
        "TAK, pl, YES",
        "Nej tack, sv, NO",
        "NON MERCI., fr, NO",
        "nee, nl, NO",
        "NIE, pl, NO",
        // Another language's word isn't understood: "nie" is "never" to a German.
        "nie, de, OTHER",
        "oui, de, OTHER",
        // English is.
        "yes, pl, YES",
        "STOP, sv, STOP",
        "Stopp!, de, STOP",
        "arrêt, fr, STOP",
        "unsubscribe, it, STOP",
        // Not alone.
        "please stop the parcel, en, OTHER",
        "STOP sending it to the neighbour, en, OTHER",
        "don't stop, en, OTHER",
        "cancel, en, OTHER",
        "yes and no, en, OTHER",
        "yes but later, en, OTHER",
        "no no, en, OTHER",
        "?, en, OTHER",
        "'', en, OTHER",
    })
    void onlyExactWordsCount(String text, String language, ReplyWords.Meaning meaning) {
        assertThat(ReplyWords.read(text, List.of(language))).isEqualTo(meaning);
    }

    @Test
    void invisibleMarksAndDecomposedAccentsDontHideAWord() {
        assertThat(ReplyWords.read("\u200Fנעם", List.of("he"))).isEqualTo(OTHER);
        assertThat(ReplyWords.read("\u200Fכן\u200E", List.of("he"))).isEqualTo(YES);
        assertThat(ReplyWords.read("si\u0301", List.of("es"))).isEqualTo(YES);
        assertThat(ReplyWords.read("ja\u00A0gerne", List.of("de-AT"))).isEqualTo(YES);
        assertThat(ReplyWords.read("S\u200BTOP", List.of())).isEqualTo(STOP);
    }

    @Test
    void ofTwoAnswersTheOneThatRefusesIsTheNo() {
        assertThat(ReplyWords.choose(CONFIRM, "yes", List.of("en"))
                        .orElseThrow()
                        .id())
                .isEqualTo("a");
        Question turned = question("Cancel it", true, "Keep it", false);
        assertThat(ReplyWords.choose(turned, "yes", List.of("en")).orElseThrow().id())
                .isEqualTo("b");
        assertThat(ReplyWords.choose(turned, "no", List.of("en")).orElseThrow().id())
                .isEqualTo("a");
        assertThat(ReplyWords.choose(CONFIRM, "maybe", List.of("en"))).isEmpty();
    }

    @Test
    void anAnswerIsAlsoGivenByItsLabel() {
        Question wish = new Question(List.of(
                new Question.Button("n", "Bei Nachbarn", "", false),
                new Question.Button("p", "An sicherem Ort", "", false),
                new Question.Button("d", "An anderem Tag", "", false)));
        assertThat(ReplyWords.choose(wish, "bei  nachbarn!", List.of("de"))
                        .orElseThrow()
                        .id())
                .isEqualTo("n");
        assertThat(ReplyWords.choose(wish, "ja", List.of("de")))
                .as("of three nobody knows")
                .isEmpty();
        assertThat(ReplyWords.choose(question("Same", false, "same", false), "same", List.of()))
                .as("two that are called alike")
                .isEmpty();
    }

    /** Whatever is written around a known word, it isn't that word any more. */
    @Test
    void moreWordsAreNeverAnAnswer() {
        SplittableRandom random = new SplittableRandom(5);
        String letters = "abcdefghijklmnop 123ßé";
        for (String word : List.of("yes", "no", "stop", "ja", "nein", "oui")) {
            for (int i = 0; i < 200; i++) {
                StringBuilder more = new StringBuilder();
                for (int c = 0; c < 4 + random.nextInt(12); c++)
                    more.append(letters.charAt(random.nextInt(letters.length())));
                String extra = more.toString().strip();
                if (extra.length() < 4
                        || List.of("please", "thanks", "gerne", "bitte", "danke", "merci")
                                .contains(extra)) continue;
                assertThat(ReplyWords.read(word + " " + extra, List.of("de", "fr")))
                        .as(word + " " + extra)
                        .isEqualTo(OTHER);
            }
        }
        assertThat(ReplyWords.read("no", List.of("es"))).isEqualTo(NO);
    }

    @Test
    void aVeryLongReplyIsReadByAPerson() {
        assertThat(ReplyWords.read("stop ".repeat(1_000_000), List.of("en"))).isEqualTo(OTHER);
        assertThat(ReplyWords.choose(CONFIRM, "yes".repeat(1_000_000), List.of("en")))
                .isEmpty();
    }
}
