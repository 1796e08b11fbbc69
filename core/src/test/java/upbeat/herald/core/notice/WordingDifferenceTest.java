package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.wording.email.EmailChannel.EMAIL;
import static upbeat.herald.core.wording.sms.SmsChannel.SMS;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.Samples;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;

class WordingDifferenceTest {
    private static final Variant POLAND = new Variant(null, null, "PL");

    private static Notice saying(Map<String, String> texts, String base) {
        Notice empty = Samples.notice(Stage.DELIVERED, SMS).withWordings(Map.of(), List.of());
        Notice notice = empty.withWordings(Map.of(SMS, Wording.ofText(texts.get(base), null)), List.of());
        return notice.withWordings(
                notice.content().wordings(),
                texts.entrySet().stream()
                        .filter(e -> !e.getKey().equals(base))
                        .map(e -> new LocalizedWording(
                                SMS, e.getKey(), Variant.EVERYONE, Wording.ofText(e.getValue(), null)))
                        .toList());
    }

    @Test
    void theSameTextsDoNotDiffer() {
        Notice notice = saying(Map.of("en", "Here", "de", "Da"), "en");
        assertThat(WordingDifference.list(notice, notice, "en")).isEmpty();
    }

    @Test
    void whatIsAddedChangedAndTakenAwayIsNamed() {
        Notice before = saying(Map.of("en", "Here", "de", "Da", "fr", "Ici"), "en");
        Notice after = saying(Map.of("en", "Here!", "fr", "Ici", "sv", "Här"), "en");
        assertThat(WordingDifference.list(before, after, "en"))
                .extracting(c -> c.language() + ":" + text(c.before()) + ">" + text(c.after()))
                .containsExactly("de:Da>-", "en:Here>Here!", "sv:->Här");
    }

    private static String text(Wording wording) {
        return wording == null ? "-" : wording.text();
    }

    @Test
    void allTextsOfANewNoticeAreAdded() {
        assertThat(WordingDifference.list(null, saying(Map.of("en", "Here", "de", "Da"), "en"), "en"))
                .hasSize(2)
                .allMatch(c -> c.before() == null);
    }

    @Test
    void aVersionForSomeStandsApartFromTheTextForEveryone() {
        Notice before = saying(Map.of("en", "Here"), "en");
        Notice after = before.withWordings(
                before.content().wordings(),
                List.of(
                        new LocalizedWording(SMS, "en", POLAND, Wording.ofText("Here, in Poland", null)),
                        new LocalizedWording(EMAIL, "en", Variant.EVERYONE, Wording.ofText("By mail", null))));
        assertThat(WordingDifference.list(before, after, "en"))
                .extracting(WordingDifference.Change::channel, WordingDifference.Change::variant)
                .containsExactlyInAnyOrder(
                        org.assertj.core.groups.Tuple.tuple(SMS, POLAND),
                        org.assertj.core.groups.Tuple.tuple(EMAIL, Variant.EVERYONE));
    }
}
