package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.ResourceBundle;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.Samples;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.core.wording.sms.SmsContent;
import upbeat.herald.core.wording.sms.SmsLength;

class StartersTest {
    static Stream<Arguments> every() {
        List<Arguments> all = new ArrayList<>();
        for (Notice n : notices())
            for (Channel c : Channel.all())
                for (String l : c.starterLanguages())
                    all.add(Arguments.of(n.timing().stage(), n.content().question() != null, c, l));
        return all.stream();
    }

    private static List<Notice> notices() {
        List<Notice> all = new ArrayList<>();
        for (Stage s : Stage.values()) all.add(Samples.notice(s, Channel.all().toArray(Channel[]::new)));
        all.add(Samples.asking(Samples.notice(Stage.ORDERED, Channel.all().toArray(Channel[]::new))));
        return all;
    }

    /** Each may be saved as it is, renders for a real order in its language, and leaves no hole. */
    @ParameterizedTest
    @MethodSource("every")
    void aStarterMayBeSavedAndRenders(Stage stage, boolean asks, Channel channel, String language) {
        Notice n = asks ? Samples.asking(Samples.notice(stage, channel)) : Samples.notice(stage, channel);
        Wording w = Starters.find(n, channel, language).orElseThrow();
        assertThat(WordingCheck.findErrors(n.purpose(), channel, w)).isEmpty();
        MessageSubject plain = Samples.subject(Samples.order());
        MessageSubject s = new MessageSubject(
                plain.order(),
                stage.isOrderStage() ? null : plain.parcel(),
                plain.carrier(),
                plain.brand(),
                n.content().question() == null
                        ? null
                        : new MessageSubject.Answers(
                                n.content().question(),
                                plain.answers().links(),
                                plain.answers().page()),
                Locale.forLanguageTag(language),
                plain.tracking(),
                new MessageSubject.Days(
                        java.time.ZoneOffset.UTC,
                        LocalDate.parse("2026-11-24"),
                        stage.isOrderStage() ? null : LocalDate.parse("2026-11-24"),
                        null));
        Rendered r = channel.render(w, s);
        assertThat(r.text())
                .doesNotContain("{{", "}}")
                .doesNotContainPattern("\\bnull\\b")
                .isNotBlank();
        if (channel.equals(SmsChannel.SMS)) {
            assertThat(SmsContent.lengthOf(r).encoding()).as(r.text()).isEqualTo(SmsLength.Encoding.GSM7);
            assertThat(SmsContent.lengthOf(r).segments()).isLessThanOrEqualTo(2);
            assertThat(r.text()).startsWith(s.brand().name());
        }
        if (stage == Stage.DELIVERED)
            assertThat(r.text() + r.html())
                    .as("delivered comes without tracking and address")
                    .doesNotContain("track.", s.order().shipTo().street())
                    .doesNotContain(
                            channel.equals(EmailChannel.EMAIL) ? s.parcel().trackingNumber() + "</span>" : "track.");
    }

    @Test
    void eightLanguagesForMailAndSmsAndFiveForChat() {
        assertThat(Starters.LANGUAGES).hasSize(8);
        assertThat(ChatChannel.WHATSAPP.starterLanguages()).hasSize(5);
        assertThat(Starters.find(Samples.notice(Stage.PACKED, ChatChannel.WHATSAPP), ChatChannel.WHATSAPP, "pl"))
                .isEmpty();
        assertThat(Starters.find(Samples.notice(Stage.PACKED, EmailChannel.EMAIL), EmailChannel.EMAIL, "pl-PL"))
                .isPresent();
        assertThat(Starters.find(Samples.notice(Stage.PACKED, EmailChannel.EMAIL), EmailChannel.EMAIL, "fi"))
                .isEmpty();
    }

    @Test
    void theQuestionsButtonsSpeakTheCustomersLanguage() {
        Notice n = Samples.asking(Samples.notice(Stage.ORDERED, EmailChannel.EMAIL));
        Rendered r = EmailChannel.EMAIL.render(
                Starters.find(n, EmailChannel.EMAIL, "de").orElseThrow(), Samples.subject(Samples.order()));
        assertThat(r.text())
                .contains("Ja, bitte packen: https://q.example/a/T?b=confirm")
                .doesNotContain("Yes, pack it");
    }

    private static ResourceBundle texts(String language) {
        return ResourceBundle.getBundle(
                "upbeat.herald.core.wording.starters",
                Locale.forLanguageTag(language),
                ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_PROPERTIES));
    }

    private static Stream<String> keys(String language, String ending) {
        return texts(language).keySet().stream().filter(k -> k.endsWith(ending)).sorted();
    }

    /**
     * After "Hello Anna," a new sentence begins with a capital letter in these languages; German, Italian and Polish go
     * on in the same sentence (common practice, no source).
     */
    @ParameterizedTest
    @ValueSource(strings = {"en", "fr", "es", "nl", "sv"})
    void theSentenceAfterTheGreetingBeginsWithACapital(String language) {
        assertThat(keys(language, ".mail").map(texts(language)::getString))
                .allMatch(t -> t.startsWith("{{") || Character.isUpperCase(t.codePointAt(0)));
    }

    /** French typography: a narrow no-break space before double punctuation; GSM-7 has only the plain space. */
    @Test
    void frenchPutsASpaceBeforeDoublePunctuation() {
        ResourceBundle french = texts("fr");
        Pattern tight = Pattern.compile("[^\\s\\u202f][:?!;]");
        assertThat(french.keySet().stream().filter(key -> !key.endsWith(".name")))
                .map(french::getString)
                .noneMatch(t -> tight.matcher(t.replaceAll("\\{\\{.*?}}", "x")).find());
        assertThat(keys("fr", ".subject").map(french::getString)).noneMatch(t -> t.contains(" ?"));
    }

    /** A message about the order as a whole can't speak of one parcel's number, carrier or link. */
    @ParameterizedTest
    @ValueSource(strings = {"en", "de", "fr", "es", "it", "nl", "sv", "pl"})
    void textsOfOrderStagesNameNoParcel(String language) {
        ResourceBundle words = texts(language);
        assertThat(words.keySet().stream()
                        .filter(k -> k.matches("(ordered|confirm|cancelled|refunded)\\..*"))
                        .map(words::getString))
                .noneMatch(t -> t.contains("{{parcel.") || t.contains("parcel.tracking"));
    }

    /** What is promised has to be true of an order that was never paid. */
    @Test
    void aRefundIsPromisedOnlyWhereSomethingWasPaid() {
        assertThat(Stream.of("cancelled", "returned").flatMap(set -> Stream.of(".mail", ".sms", ".chat")
                        .map(part -> texts("en").getString(set + part))))
                .allMatch(t -> t.contains("If we collected a payment, we'll refund it."));
    }

    @ParameterizedTest
    @ValueSource(strings = {"en", "de", "fr", "es", "it"})
    void aChatTextEndsAsASentenceDoes(String language) {
        assertThat(keys(language, ".chat").map(texts(language)::getString))
                .allMatch(t -> t.matches("(?s).*[^\\s][.?]"));
    }
}
