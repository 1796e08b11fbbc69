package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import upbeat.herald.core.Samples;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;

/**
 * Where a person of the team said that a parcel was delivered or is late, no starter says that the carrier reported it;
 * and both ways it is a whole sentence.
 */
class ReportedByTest {
    /** How each language says it, in the starters. */
    private static final Map<String, String> REPORTS = Map.of(
            "en", "reports that|has reported",
            "de", "meldet",
            "fr", "informe que|selon|signale",
            "es", "nos informa",
            "it", "ci comunica|ci segnala",
            "nl", "meldt",
            "sv", "Enligt|har meddelat",
            "pl", "podaje|zgłosił");

    static Stream<Arguments> every() {
        List<Arguments> all = new ArrayList<>();
        for (Stage stage : new Stage[] {Stage.DELIVERED, Stage.DELAYED})
            for (Channel channel : List.of(EmailChannel.EMAIL, SmsChannel.SMS))
                for (String language : Starters.LANGUAGES)
                    for (int parcels : new int[] {1, 2}) all.add(Arguments.of(stage, channel, language, parcels));
        return all.stream();
    }

    private static String render(Stage stage, Channel channel, String language, int parcels, boolean isReported) {
        Notice notice = Samples.notice(stage, channel);
        Wording wording = Starters.find(notice, channel, language).orElseThrow();
        MessageSubject plain = Samples.subject(Samples.order());
        MessageSubject subject = new MessageSubject(
                plain.order(),
                plain.parcel(),
                plain.carrier(),
                plain.brand(),
                null,
                Locale.forLanguageTag(language),
                new MessageSubject.Tracking(
                        parcels == 1 ? List.of("HOP 0041 7738 2") : List.of("HOP 0041 7738 2", "RX473124829XS"),
                        1,
                        "https://q.example/t/1abcdef",
                        isReported,
                        MessageSubject.Pages.NONE,
                        null),
                new MessageSubject.Days(
                        java.time.ZoneOffset.UTC, LocalDate.parse("2026-11-24"), LocalDate.parse("2026-11-24"), null));
        return channel.render(wording, subject).text();
    }

    @ParameterizedTest
    @MethodSource("every")
    void onlyWhatACarrierReportedIsSaidToBeReported(Stage stage, Channel channel, String language, int parcels) {
        String byCarrier = render(stage, channel, language, parcels, true);
        String byHand = render(stage, channel, language, parcels, false);
        String claim = "(?s).*(" + REPORTS.get(language) + ").*";
        assertThat(byHand).doesNotMatch(claim);
        boolean saysSo = !byCarrier.equals(byHand);
        if (stage == Stage.DELIVERED && !(language.equals("pl") && channel.equals(SmsChannel.SMS)))
            assertThat(saysSo).as(byCarrier).isTrue();
        if (saysSo) assertThat(byCarrier).matches(claim);
        for (String text : List.of(byCarrier, byHand)) {
            assertThat(text)
                    .doesNotContain("  ", " .", " ,", "..", "{{", "}}")
                    .as("a sentence ends, and the next begins with a capital")
                    .doesNotContainPattern("[.!?] \\p{Ll}");
            assertThat(text.contains("1/2")).isEqualTo(parcels == 2 && stage == Stage.DELIVERED);
        }
    }
}
