package upbeat.herald.core.wording.template;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import upbeat.herald.core.Samples;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.WordReplacement;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.core.wording.WordingCopy;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.email.EmailSource;
import upbeat.herald.core.wording.sms.SmsChannel;

/**
 * Templates as the Mustache specification has them (interpolation, sections, whitespace), as far as a wording uses
 * them; the cases are from memory.
 */
class TemplateSpecTest {
    private static final Map<String, Object> VALUES = values();

    private static Map<String, Object> values() {
        Map<String, Object> a = new LinkedHashMap<>();
        a.put("text", "& \" < >");
        a.put("number", 85);
        a.put("yes", true);
        a.put("no", false);
        a.put("none", List.of());
        return new HashMap<>(Map.of("a", a));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "Hello from {{a.number}}!| Hello from 85!",
                "{{ a.number }}|85",
                "|{{a.number}}|",
                "{{a.text}}|& \" < >",
                "{{#if a.yes}}yes{{/if}}|yes",
                "{{#if a.no}}yes{{else}}no{{/if}}|no",
                "{{#unless a.none}}empty{{/unless}}|empty",
                "{{! a comment }}said|said",
                "`{{#if a.yes}}\nline\n{{/if}}\nend`|`line\nend`",
                "`  {{#if a.yes}}\nline\n  {{/if}}\nend`|`line\nend`",
                "{{fallback a.number \"x\"}}|85",
                "{{fallback a.nothing \"x\"}}|x"
            })
    void aTemplateSaysWhatTheSpecificationSays(String template, String expected) {
        if (template == null || expected == null) return;
        assertThat(TextTemplate.plain(template).render(VALUES)).isEqualTo(expected.strip());
    }

    @Test
    void whatGoesIntoHtmlIsEscapedInTextAndInAttributes() {
        assertThat(TextTemplate.html("<p title=\"{{a.text}}\">{{a.text}}</p>").render(VALUES))
                .isEqualTo("<p title=\"&amp; &quot; &lt; &gt;\">&amp; &quot; &lt; &gt;</p>");
    }

    @Test
    void nothingIsReachedButPlainValues() {
        for (String bad : List.of("{{a.class}}", "{{a.number.class.name}}", "{{this.hashCode}}", "{{a.text.bytes}}")) {
            assertThatThrownBy(() -> TextTemplate.plain(bad).render(VALUES))
                    .as(bad)
                    .isInstanceOf(EmptyFieldException.class);
        }
        for (String bad : List.of(
                "{{> other}}",
                "{{#each a.none}}x{{/each}}",
                "{{lookup a \"x\"}}",
                "{{#with a}}x{{/with}}",
                "{{log a}}",
                "{{{a.text}}}",
                "{{&a.text}}",
                "{{#block \"x\"}}{{/block}}")) {
            assertThat(WordingCheck.findErrors(
                            Samples.notice(Stage.DELIVERED, SmsChannel.SMS).purpose(),
                            SmsChannel.SMS,
                            new Wording(null, bad)))
                    .as(bad)
                    .isNotEmpty();
        }
    }

    @Test
    void aLetterOfSeveralSignsIsNotCutInTwo() {
        String family = "👩‍👩‍👧‍👦";
        for (int most = 2; most < 20; most++) {
            String cut = TemplateHelpers.shorten(family + " and " + family, most);
            assertThat(cut.replace(family, "").replace("…", ""))
                    .as("at %d", most)
                    .doesNotContain("👩", "👧", "\u200d")
                    .matches("[ and]*");
        }
    }

    @Test
    void aNameThatReadsTheOtherWayKeepsToItself() {
        Wording mail = new Wording(
                new Wording.Email("Hello", null, List.of(Block.of("items")), null),
                null,
                new Wording.Chat(null, null, null),
                null);
        assertThat(EmailChannel.EMAIL
                        .render(mail, Samples.subject(Samples.order()))
                        .html())
                .contains("<span dir=\"auto\">Box kite</span>");
    }

    @Test
    void wordsAreReplacedAndMarkupIsNot() {
        Wording w = new Wording(
                new Wording.Email(
                        "A parcel",
                        null,
                        List.of(
                                Block.text(
                                        "<p>Your <strong>parcel</strong> &amp; more. <a href=\"https://kites.example/p\">parcel</a></p>"),
                                Block.of("parcel")),
                        null),
                null,
                new Wording.Chat(null, null, null),
                null);
        WordReplacement.Replaced r = WordReplacement.replaceIn(w, "PARCEL", "box & lid", false);
        assertThat(r.wording().email().subject()).isEqualTo("A box & lid");
        assertThat(r.wording().email().blocks().get(0).text())
                .isEqualTo(
                        "<p>Your <strong>box &amp; lid</strong> &amp; more. <a href=\"https://kites.example/p\">box &amp; lid</a></p>");
        assertThat(r.wording().email().blocks().get(1).kind()).isEqualTo("parcel");
        assertThat(r.hits()).extracting(WordReplacement.Hit::part).containsExactly("blocks[0]", "subject");
        assertThat(WordReplacement.replaceIn(w, "p", "x", true)
                        .wording()
                        .email()
                        .blocks()
                        .get(0)
                        .text())
                .startsWith("<p>")
                .endsWith("</p>");
        assertThat(WordReplacement.replaceIn(w, "nowhere", "x", false))
                .isEqualTo(new WordReplacement.Replaced(w, List.of()));
    }

    @Test
    void theSourceViewSaysTheSameAsTheBlocks() {
        Wording blocks = new Wording(
                new Wording.Email(
                        "S",
                        null,
                        List.of(
                                Block.of("heading").withText("Soon"),
                                Block.text("<p>Hello {{customer.firstName}}</p>"),
                                Block.of("items"),
                                Block.of("parcel"),
                                Block.of("totals"),
                                Block.of("address"),
                                Block.of("line")),
                        null),
                null,
                new Wording.Chat(null, null, null),
                null);
        Wording source = new Wording(
                new Wording.Email(
                        "S", null, null, EmailSource.toHtml(blocks.email().blocks())),
                null,
                new Wording.Chat(null, null, null),
                null);
        assertThat(WordingCheck.findErrors(
                        Samples.notice(Stage.DISPATCHED, EmailChannel.EMAIL).purpose(), EmailChannel.EMAIL, source))
                .isEmpty();
        String a = EmailChannel.EMAIL
                .render(blocks, Samples.subject(Samples.order()))
                .text()
                .replaceAll("(?m)^-{4}$", "")
                .replaceAll("\\s+", " ");
        String b = EmailChannel.EMAIL
                .render(source, Samples.subject(Samples.order()))
                .text()
                .replaceAll("\\s+", " ");
        assertThat(b).isEqualTo(a);
    }

    @Test
    void betweenChannelsTheWordsGoAndTheLooksStay() {
        Wording mail = new Wording(
                new Wording.Email(
                        "S",
                        null,
                        List.of(
                                Block.of("heading").withText("Soon"),
                                Block.text("<p>Hello {{customer.firstName}}</p><p>bye</p>"),
                                Block.of("items")),
                        null),
                null,
                new Wording.Chat(null, null, null),
                null);
        assertThat(WordingCopy.copy(SmsChannel.SMS, EmailChannel.EMAIL, mail).text())
                .isEqualTo("Soon\n\nHello {{customer.firstName}}\n\nbye");
        Wording sms = new Wording(null, "One\n\nTwo & {{order.number}}");
        assertThat(WordingCopy.copy(EmailChannel.EMAIL, SmsChannel.SMS, sms)
                        .email()
                        .blocks())
                .containsExactly(Block.text("<p>One</p><p>Two &amp; {{order.number}}</p>"));
        assertThat(WordingCopy.copy(SmsChannel.SMS, SmsChannel.SMS, sms)).isSameAs(sms);
    }
}
