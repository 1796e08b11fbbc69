package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.Samples;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;

class WordingSelectionTest {
    private static final Variant ANY = new Variant("kites", "skerry-post", "AT");

    /**
     * The examples of RFC 4647, section 3.4 (zh-Hant-CN-x-private1-private2 falls back to zh-Hant-CN, zh-Hant, zh), and
     * everyday ones.
     */
    @ParameterizedTest
    @CsvSource({
        "zh-Hant-CN-x-private1-private2, zh-Hant, zh-Hant",
        "zh-Hant-CN, zh, zh",
        "de-AT, de, de",
        "de-CH-1996, de-CH, de-CH",
        "DE, de, de",
        "fr, de, en",
        "de, de-AT, en",
        "nonsense_!, de, en",
        ", de, en"
    })
    void aLanguageIsLookedUpFromItsOwnTagToShorterOnesAndThenTheBrands(String wanted, String there, String expected) {
        Notice n = with(new LocalizedWording(SmsChannel.SMS, there, Variant.EVERYONE, new Wording(null, "there")));
        assertThat(WordingSelection.select(n, SmsChannel.SMS, Arrays.asList(wanted), ANY, "en")
                        .orElseThrow()
                        .language())
                .isEqualTo(expected);
    }

    @Test
    void theMostSpecialVariantSpeaksAndInheritsWhatItLacks() {
        Notice n = with(
                new LocalizedWording(
                        EmailChannel.EMAIL,
                        "de",
                        Variant.EVERYONE,
                        new Wording(
                                new Wording.Email("Für alle", "Zeile für alle", null, null),
                                "Text für alle",
                                new Wording.Chat(null, null, null),
                                null)),
                new LocalizedWording(
                        EmailChannel.EMAIL,
                        "de",
                        new Variant(null, "skerry-post", null),
                        new Wording("Mit Skerry", null)),
                new LocalizedWording(
                        EmailChannel.EMAIL, "de", new Variant(null, null, "AT"), new Wording(null, "Servus")),
                new LocalizedWording(
                        EmailChannel.EMAIL, "de", new Variant(null, null, "CH"), new Wording("Grüezi", "Grüezi")));
        WordingSelection.Chosen chosen = WordingSelection.select(n, EmailChannel.EMAIL, List.of("de-AT"), ANY, "en")
                .orElseThrow();
        assertThat(chosen.variant()).isEqualTo(new Variant(null, null, "AT"));
        assertThat(chosen.wording())
                .extracting(
                        Wording::text, x -> x.email().subject(), x -> x.email().preview())
                .containsExactly("Servus", "Mit Skerry", "Zeile für alle");
    }

    @Test
    void aLanguageThatHasOnlyPartsFallsBackToOneThatCanBeRead() {
        Notice n = with(new LocalizedWording(
                EmailChannel.EMAIL, "fr", new Variant(null, null, "AT"), new Wording("Seulement un sujet", null)));
        assertThat(WordingSelection.select(n, EmailChannel.EMAIL, List.of("fr"), ANY, "en")
                        .orElseThrow()
                        .language())
                .isEqualTo("en");
    }

    @Test
    void whoSpeaksNoneOfTheLanguagesGetsTheShopsBeforeTheTeams() {
        Notice n = with(
                new LocalizedWording(SmsChannel.SMS, "sv", Variant.EVERYONE, new Wording(null, "hej")),
                new LocalizedWording(SmsChannel.SMS, "de", Variant.EVERYONE, new Wording(null, "hallo")));
        assertThat(WordingSelection.select(n, SmsChannel.SMS, List.of("fi", "de-AT"), ANY, "en")
                        .orElseThrow()
                        .language())
                .isEqualTo("de");
        assertThat(WordingSelection.select(n, SmsChannel.SMS, List.of("sv-FI", "de-AT"), ANY, "en")
                        .orElseThrow()
                        .language())
                .isEqualTo("sv");
    }

    @Test
    void aChannelWithoutWordsHasNone() {
        assertThat(WordingSelection.select(
                        with().withWordings(Map.of(), List.of()), SmsChannel.SMS, List.of("de"), ANY, "en"))
                .isEmpty();
    }

    /** The same wordings in any order give the same choice. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void theOrderOfTheListDoesNotMatter(long seed) {
        Random random = new Random(seed);
        List<LocalizedWording> others = new ArrayList<>();
        String[] shops = {null, "kites", "vanes"};
        String[] carriers = {null, "skerry-post"};
        String[] countries = {null, "AT", "DE"};
        for (String s : shops)
            for (String c : carriers)
                for (String k : countries) {
                    if ((s != null || c != null || k != null) && random.nextBoolean())
                        others.add(new LocalizedWording(
                                SmsChannel.SMS,
                                "en",
                                new Variant(s, c, k),
                                new Wording(null, Arrays.asList(s, c, k).toString())));
                }
        WordingSelection.Chosen first = WordingSelection.select(
                        with(others.toArray(LocalizedWording[]::new)), SmsChannel.SMS, List.of("en"), ANY, "en")
                .orElseThrow();
        Collections.shuffle(others, random);
        assertThat(WordingSelection.select(
                                with(others.toArray(LocalizedWording[]::new)), SmsChannel.SMS, List.of("en"), ANY, "en")
                        .orElseThrow())
                .isEqualTo(first);
        others.stream()
                .filter(o -> o.variant().matches("kites", "skerry-post", "AT"))
                .forEach(o -> assertThat(Variant.MOST_SPECIAL.compare(first.variant(), o.variant()))
                        .isLessThanOrEqualTo(0));
    }

    @Test
    void thePlatformsLookupAgrees() {
        assertThat(Locale.lookupTag(Locale.LanguageRange.parse("de-CH-1996"), List.of("de", "de-CH", "en")))
                .isEqualToIgnoringCase(
                        WordingSelection.language(List.of("de", "de-CH", "en"), List.of("de-CH-1996"), "en"));
    }

    private static Notice with(LocalizedWording... others) {
        Notice n = Samples.notice(Stage.DISPATCHED, EmailChannel.EMAIL, SmsChannel.SMS);
        return n.withWordings(n.content().wordings(), List.of(others));
    }
}
