package upbeat.herald.core.wording;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import upbeat.herald.core.Samples;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.Wording;

class StartersTest {
    static Stream<Arguments> every() {
        List<Arguments> all = new ArrayList<>();
        for (Notice n : notices())
            for (Channel c : Channel.values())
                for (String l : c == Channel.WHATSAPP ? Starters.CHAT_LANGUAGES : Starters.LANGUAGES)
                    all.add(Arguments.of(n.stage(), n.question() != null, c, l));
        return all.stream();
    }

    private static List<Notice> notices() {
        List<Notice> all = new ArrayList<>();
        for (Stage s : Stage.values()) all.add(Samples.notice(s, Channel.values()));
        all.add(Samples.asking(Samples.notice(Stage.ORDERED, Channel.values())));
        return all;
    }

    /** Each may be saved as it is, renders for a real order in its language, and leaves no hole. */
    @ParameterizedTest
    @MethodSource("every")
    void aStarterMayBeSavedAndRenders(Stage stage, boolean asks, Channel channel, String language) {
        Notice n = asks ? Samples.asking(Samples.notice(stage, channel)) : Samples.notice(stage, channel);
        Wording w = Starters.of(n, channel, language).orElseThrow();
        assertThat(CheckWording.of(n, channel, w)).isEmpty();
        Subject plain = Samples.subject(Samples.order());
        Subject s = new Subject(
                plain.order(),
                stage.ofOrder() ? null : plain.parcel(),
                plain.carrier(),
                plain.brand(),
                n.question(),
                plain.answers(),
                plain.answer(),
                Locale.forLanguageTag(language),
                1,
                1,
                LocalDate.parse("2026-11-24"),
                stage.ofOrder() ? null : LocalDate.parse("2026-11-24"),
                null,
                "https://q.example/t/1abcdef");
        Rendered r = Render.message(channel, w, s);
        assertThat(r.text())
                .doesNotContain("{{", "}}")
                .doesNotContainPattern("\\bnull\\b")
                .isNotBlank();
        if (channel == Channel.SMS) {
            assertThat(r.sms().encoding()).as(r.text()).isEqualTo(SmsLength.Encoding.GSM7);
            assertThat(r.sms().segments()).isLessThanOrEqualTo(2);
            assertThat(r.text()).startsWith(s.brand().name());
        }
        if (stage == Stage.DELIVERED)
            assertThat(r.text() + r.html())
                    .as("delivered comes without tracking and address")
                    .doesNotContain("track.", s.order().shipTo().street())
                    .doesNotContain(channel == Channel.EMAIL ? s.parcel().trackingNumber() + "</span>" : "track.");
    }

    @Test
    void eightLanguagesForMailAndSmsAndFiveForChat() {
        assertThat(Starters.LANGUAGES).hasSize(8);
        assertThat(Starters.CHAT_LANGUAGES).hasSize(5);
        assertThat(Starters.of(Samples.notice(Stage.PACKED, Channel.WHATSAPP), Channel.WHATSAPP, "pl"))
                .isEmpty();
        assertThat(Starters.of(Samples.notice(Stage.PACKED, Channel.EMAIL), Channel.EMAIL, "pl-PL"))
                .isPresent();
        assertThat(Starters.of(Samples.notice(Stage.PACKED, Channel.EMAIL), Channel.EMAIL, "fi"))
                .isEmpty();
    }

    @Test
    void theQuestionsButtonsSpeakTheCustomersLanguage() {
        Notice n = Samples.asking(Samples.notice(Stage.ORDERED, Channel.EMAIL));
        Rendered r = Render.message(
                Channel.EMAIL, Starters.of(n, Channel.EMAIL, "de").orElseThrow(), Samples.subject(Samples.order()));
        assertThat(r.text())
                .contains("Ja, bitte packen: https://q.example/a/T?b=confirm")
                .doesNotContain("Yes, pack it");
    }
}
