package upbeat.herald.core.plan;

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

class ChooseWordingTest {
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
        Notice n = with(new OtherWording(Channel.SMS, there, Variant.EVERYONE, new Wording(null, "there")));
        assertThat(ChooseWording.of(n, Channel.SMS, Arrays.asList(wanted), ANY, "en")
                        .orElseThrow()
                        .language())
                .isEqualTo(expected);
    }

    @Test
    void theMostSpecialVariantSpeaksAndInheritsWhatItLacks() {
        Notice n = with(
                new OtherWording(
                        Channel.EMAIL,
                        "de",
                        Variant.EVERYONE,
                        new Wording("Für alle", "Text für alle", "Zeile für alle", null, null, null, null, null, null)),
                new OtherWording(
                        Channel.EMAIL, "de", new Variant(null, "skerry-post", null), new Wording("Mit Skerry", null)),
                new OtherWording(Channel.EMAIL, "de", new Variant(null, null, "AT"), new Wording(null, "Servus")),
                new OtherWording(Channel.EMAIL, "de", new Variant(null, null, "CH"), new Wording("Grüezi", "Grüezi")));
        ChooseWording.Chosen chosen =
                ChooseWording.of(n, Channel.EMAIL, List.of("de-AT"), ANY, "en").orElseThrow();
        assertThat(chosen.variant()).isEqualTo(new Variant(null, null, "AT"));
        assertThat(chosen.wording())
                .extracting(Wording::text, Wording::subject, Wording::preview)
                .containsExactly("Servus", "Mit Skerry", "Zeile für alle");
    }

    @Test
    void aLanguageThatHasOnlyPartsFallsBackToOneThatCanBeRead() {
        Notice n = with(new OtherWording(
                Channel.EMAIL, "fr", new Variant(null, null, "AT"), new Wording("Seulement un sujet", null)));
        assertThat(ChooseWording.of(n, Channel.EMAIL, List.of("fr"), ANY, "en")
                        .orElseThrow()
                        .language())
                .isEqualTo("en");
    }

    @Test
    void whoSpeaksNoneOfTheLanguagesGetsTheShopsBeforeTheTeams() {
        Notice n = with(
                new OtherWording(Channel.SMS, "sv", Variant.EVERYONE, new Wording(null, "hej")),
                new OtherWording(Channel.SMS, "de", Variant.EVERYONE, new Wording(null, "hallo")));
        assertThat(ChooseWording.of(n, Channel.SMS, List.of("fi", "de-AT"), ANY, "en")
                        .orElseThrow()
                        .language())
                .isEqualTo("de");
        assertThat(ChooseWording.of(n, Channel.SMS, List.of("sv-FI", "de-AT"), ANY, "en")
                        .orElseThrow()
                        .language())
                .isEqualTo("sv");
    }

    @Test
    void aChannelWithoutWordsHasNone() {
        assertThat(ChooseWording.of(with().saying(Map.of(), List.of()), Channel.SMS, List.of("de"), ANY, "en"))
                .isEmpty();
    }

    /** The same wordings in any order give the same choice. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void theOrderOfTheListDoesNotMatter(long seed) {
        Random random = new Random(seed);
        List<OtherWording> others = new ArrayList<>();
        String[] shops = {null, "kites", "vanes"};
        String[] carriers = {null, "skerry-post"};
        String[] countries = {null, "AT", "DE"};
        for (String s : shops)
            for (String c : carriers)
                for (String k : countries) {
                    if ((s != null || c != null || k != null) && random.nextBoolean())
                        others.add(new OtherWording(
                                Channel.SMS,
                                "en",
                                new Variant(s, c, k),
                                new Wording(null, Arrays.asList(s, c, k).toString())));
                }
        ChooseWording.Chosen first = ChooseWording.of(
                        with(others.toArray(OtherWording[]::new)), Channel.SMS, List.of("en"), ANY, "en")
                .orElseThrow();
        Collections.shuffle(others, random);
        assertThat(ChooseWording.of(with(others.toArray(OtherWording[]::new)), Channel.SMS, List.of("en"), ANY, "en")
                        .orElseThrow())
                .isEqualTo(first);
        others.stream()
                .filter(o -> o.variant().suits("kites", "skerry-post", "AT"))
                .forEach(o -> assertThat(Variant.MOST_SPECIAL.compare(first.variant(), o.variant()))
                        .isLessThanOrEqualTo(0));
    }

    @Test
    void thePlatformsLookupAgrees() {
        assertThat(Locale.lookupTag(Locale.LanguageRange.parse("de-CH-1996"), List.of("de", "de-CH", "en")))
                .isEqualToIgnoringCase(
                        ChooseWording.language(List.of("de", "de-CH", "en"), List.of("de-CH-1996"), "en"));
    }

    private static Notice with(OtherWording... others) {
        Notice n = Samples.notice(Stage.DISPATCHED, Channel.EMAIL, Channel.SMS);
        return n.saying(n.wordings(), List.of(others));
    }
}
