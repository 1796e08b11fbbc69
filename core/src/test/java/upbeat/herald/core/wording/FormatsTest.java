package upbeat.herald.core.wording;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Locale;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.Checks;
import upbeat.herald.core.notice.Starters;
import upbeat.herald.core.wording.sms.SmsLength;
import upbeat.herald.core.wording.template.Day;
import upbeat.herald.core.wording.template.Money;
import upbeat.herald.core.wording.template.Phrases;
import upbeat.herald.core.wording.template.TemplateHelpers;

/**
 * Money, days and lists against checks/cldr-formats.json, which another implementation of the Unicode CLDR computed
 * (Intl of Node, ICU).
 */
class FormatsTest {
    static Stream<JsonNode> money() {
        return Checks.list("cldr-formats.json", "money");
    }

    static Stream<JsonNode> lists() {
        return Checks.list("cldr-formats.json", "lists");
    }

    static Stream<JsonNode> days() {
        return Checks.list("cldr-formats.json", "days");
    }

    @ParameterizedTest
    @MethodSource("money")
    void moneyIsWrittenAsIcuDoes(JsonNode v) {
        Money money = new Money(
                new BigDecimal(v.path("amount").asString()),
                v.path("currency").asString(),
                Locale.forLanguageTag(v.path("language").asString()),
                false);
        assertThat(spaces(money.withSymbol())).isEqualTo(spaces(v.path("shown").asString()));
    }

    @ParameterizedTest
    @MethodSource("lists")
    void listsAreJoinedAsIcuDoes(JsonNode v) {
        assertThat(Phrases.forLocale(Locale.forLanguageTag(v.path("language").asString()))
                        .list(v.path("parts")
                                .valueStream()
                                .map(JsonNode::asString)
                                .toList()))
                .isEqualTo(v.path("shown").asString());
    }

    @ParameterizedTest
    @MethodSource("days")
    void daysAreWrittenAsIcuDoes(JsonNode v) {
        Day day = new Day(
                LocalDate.parse(v.path("date").asString()),
                Locale.forLanguageTag(v.path("language").asString()));
        assertThat(spaces(day.format("long"))).isEqualTo(spaces(v.path("long").asString()));
        assertThat(day.format("weekday")).isEqualTo(v.path("weekday").asString());
    }

    @Test
    void inAnSmsMoneyHasNoSignThatMakesItLonger() {
        for (String language : Starters.LANGUAGES) {
            assertThat(SmsLength.measure(
                                    new Money(new BigDecimal("12345.50"), "PLN", Locale.forLanguageTag(language), true)
                                            .toString())
                            .encoding())
                    .isEqualTo(SmsLength.Encoding.GSM7);
        }
    }

    /**
     * Unicode UAX 29: an emoji made of several code points, and a letter with its accent, are one letter to a reader.
     */
    @ParameterizedTest
    @CsvSource({
        "abcdef, 4, abc…",
        "abc, 4, abc",
        "ab👨‍👩‍👧cdef, 4, ab…",
        "e\u0301e\u0301e\u0301e\u0301, 5, e\u0301e\u0301…",
        "🪁🪁🪁🪁, 3, 🪁🪁…"
    })
    void nothingIsCutInTwo(String text, int most, String expected) {
        assertThat(TemplateHelpers.shorten(text, most)).isEqualTo(expected);
    }

    /** Spaces differ between versions of the CLDR: no-break, narrow no-break, plain. */
    private static String spaces(String text) {
        return text.replaceAll("[\\u00a0\\u202f\\u2009]", " ");
    }
}
