package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.Samples.order;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.Checks;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.core.wording.sms.SmsLength;
import upbeat.herald.core.wording.template.Day;
import upbeat.herald.core.wording.template.Money;

class CustomerLanguageTest {

    private static Order orderOf(@Nullable String language, @Nullable String country) {
        Order o = order();
        return new Order(
                o.shop(),
                o.number(),
                o.placedAt(),
                new Order.Customer("Ann", "ann@example.com", null, language),
                new Order.ShipTo("Ann", null, null, null, null, country),
                o.purchase(),
                o.consent(),
                o.tags());
    }

    /**
     * Source: languages.json, RFC 4647 lookup by two libraries and the likely subtags of the Unicode CLDR by two more.
     * Locales are compared by what they write, since several write the same.
     */
    @TestFactory
    Stream<DynamicTest> theWordsAndHowNumbersAreWrittenBesideThem() {
        return Checks.list("languages.json", "lookup")
                .map(v -> DynamicTest.dynamicTest(v.toString(), () -> {
                    String own = v.hasNonNull("customer") ? v.path("customer").asString() : null;
                    Order order = orderOf(own, v.path("country").asString());
                    String language = WordingSelection.language(
                            strings(v.path("available")),
                            CustomerLanguage.languagesOf(order),
                            v.path("default").asString());
                    List<String> accepted = strings(v.path("bestFit"));
                    accepted.add(v.path("language").asString());
                    assertThat(language).isIn(accepted);
                    if (!language.equals(v.path("language").asString())) return;
                    List<String> locales = strings(v.path("formattingAlso"));
                    locales.add(v.path("formattingLocale").asString());
                    assertThat(written(CustomerLanguage.localeFor(language, order)))
                            .isIn(locales.stream()
                                    .map(tag -> written(Locale.forLanguageTag(tag)))
                                    .toList());
                }));
    }

    private static String written(Locale locale) {
        return new Day(LocalDate.of(2027, 4, 3), locale).format("long") + " "
                + new Money(new BigDecimal("12345.5"), "CHF", locale, false);
    }

    /** Source: the same file; ICU4J, Intl of Node and Java's own data, any of which is right. */
    @TestFactory
    Stream<DynamicTest> daysAndMoneyByRegion() {
        return Checks.map("languages.json", "formats")
                .map(e -> DynamicTest.dynamicTest(e.getKey(), () -> {
                    Locale locale = Locale.forLanguageTag(e.getKey());
                    Day day = new Day(LocalDate.of(2027, 4, 3), locale);
                    JsonNode expected = e.getValue();
                    assertThat(plain(day.format("long"))).isIn(anyOf(expected.path("long")));
                    assertThat(plain(day.format("full"))).isIn(anyOf(expected.path("full")));
                    for (Map.Entry<String, JsonNode> m : expected.path("money").properties()) {
                        String[] parts = m.getKey().split(" ");
                        // Yen in a foreign language differ between releases of the CLDR; the region's own money
                        // doesn't.
                        if (!parts[0].equals(Currency.getInstance(locale).getCurrencyCode())) continue;
                        assertThat(plain(new Money(new BigDecimal(parts[1]), parts[0], locale, false).withSymbol()))
                                .isIn(anyOf(m.getValue()));
                    }
                }));
    }

    @Test
    void moneyInAnSmsStaysInTheAlphabetOfSms() {
        for (String tag : List.of("de-CH", "de-AT", "fr-CH", "fr-CA", "pl-PL", "es-MX", "sv-SE")) {
            String text = new Money(new BigDecimal("12345.50"), "CHF", Locale.forLanguageTag(tag), true).toString();
            assertThat(SmsLength.measure(text).encoding()).as(text).isEqualTo(SmsLength.Encoding.GSM7);
        }
    }

    private static List<String> strings(JsonNode list) {
        List<String> all = new ArrayList<>();
        list.forEach(v -> all.add(v.asString()));
        return all;
    }

    private static List<String> anyOf(JsonNode v) {
        return (v.isArray() ? strings(v) : List.of(v.asString()))
                .stream().map(CustomerLanguageTest::plain).toList();
    }

    /** Kinds of space and apostrophe are a matter of the release. */
    private static String plain(String text) {
        return text.replace('\u00a0', ' ').replace('\u202f', ' ').replace('’', '\'');
    }
}
