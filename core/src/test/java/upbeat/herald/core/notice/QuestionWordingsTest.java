package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import upbeat.herald.core.Samples;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.core.wording.WordingPurpose;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;

/** Texts of every shape take a question in and give it back. */
class QuestionWordingsTest {
    private static final Channel EMAIL = EmailChannel.EMAIL;
    private static final Channel SMS = SmsChannel.SMS;

    private static Notice notice(Question question, Map<Channel, Wording> texts, List<LocalizedWording> others) {
        Notice n = Samples.notice(Stage.DELIVERED, EMAIL, SMS);
        return new Notice(
                n.id(),
                n.name(),
                n.state(),
                n.audience(),
                n.timing(),
                n.routing(),
                new Notice.Content(question, texts, others));
    }

    private static Wording html(String html) {
        return new Wording(new Wording.Email("Hello", null, null, html), null, Wording.Chat.NONE, null);
    }

    static Stream<Wording> mails() {
        return Stream.of(
                Wording.ofBlocks("Hello", null, List.of(Block.text("<p>Hello</p>"), Block.text("<p>Bye</p>")), null),
                Wording.ofBlocks("Hello", null, List.of(Block.text("<p>Hello</p>")), null),
                html("<html><body><p>Hello {{order.number}}</p></body></html>"),
                html("<p>Hello</p>"),
                Wording.ofText("Hello {{order.number}}\n\nBye", null).withButtons(null));
    }

    private static List<String> faults(Question question, Channel channel, Wording wording) {
        List<String> all = new ArrayList<>();
        WordingCheck.findErrors(new WordingPurpose(Stage.DELIVERED, question), channel, wording)
                .forEach(e -> all.add(e.message()));
        all.removeIf(m -> m.contains("subject")); // the plain one has none
        return all;
    }

    @ParameterizedTest
    @MethodSource("mails")
    void anEmailTakesItInAndGivesItBack(Wording before) {
        assertThat(faults(Samples.QUESTION, EMAIL, before)).anyMatch(m -> m.contains("asks a question"));
        Notice asking = QuestionWordings.fit(notice(Samples.QUESTION, Map.of(EMAIL, before), List.of()));
        Wording asked = asking.content().wordings().get(EMAIL);
        assertThat(faults(Samples.QUESTION, EMAIL, asked)).isEmpty();
        assertThat(QuestionWordings.fit(asking)).as("once is enough").isEqualTo(asking);
        Notice quiet = QuestionWordings.fit(
                notice(null, asking.content().wordings(), asking.content().others()));
        assertThat(faults(null, EMAIL, quiet.content().wordings().get(EMAIL))).isEmpty();
        assertThat(quiet.content().wordings().get(EMAIL).toString().replaceAll("\\s", ""))
                .isEqualTo(before.toString().replaceAll("\\s", ""));
    }

    @Test
    void aButtonOfOnesOwnAndALinkInTheTextGoToo() {
        Wording own = Wording.ofBlocks(
                "Hello",
                null,
                List.of(Block.text("<p>Hello, answer here: {{answer.link}}</p>"), Block.of("question")),
                Map.of("confirm", "Yes"));
        Wording quiet = QuestionWordings.fit(notice(null, Map.of(EMAIL, own), List.of()))
                .content()
                .wordings()
                .get(EMAIL);
        assertThat(faults(null, EMAIL, quiet)).isEmpty();
        assertThat(quiet.buttons()).isNull();
        assertThat(quiet.email().blocks()).hasSize(1);
    }

    @Test
    void everyLanguageFollowsAndWhatOnlyChangesPartsStaysSo() {
        LocalizedWording german =
                new LocalizedWording(SMS, "de", Variant.EVERYONE, Wording.ofText("Bestellung {{order.number}}", null));
        LocalizedWording subject = new LocalizedWording(
                EMAIL,
                "en",
                new Variant("kites", null, null),
                new Wording(new Wording.Email("Other", null, null, null), null, Wording.Chat.NONE, null));
        Notice asking = QuestionWordings.fit(notice(
                Samples.QUESTION,
                Map.of(SMS, Wording.ofText("Order {{order.number}}", null)),
                List.of(german, subject)));
        assertThat(asking.content().wordings().get(SMS).text()).isEqualTo("Order {{order.number}} {{answer.link}}");
        assertThat(asking.content().others().get(0).wording().text())
                .isEqualTo("Bestellung {{order.number}} {{answer.link}}");
        assertThat(asking.content().others().get(1)).isEqualTo(subject);
        Notice quiet = QuestionWordings.fit(
                notice(null, asking.content().wordings(), asking.content().others()));
        assertThat(quiet.content().wordings().get(SMS).text()).isEqualTo("Order {{order.number}}");
        assertThat(quiet.content().others().get(0)).isEqualTo(german);
    }
}
