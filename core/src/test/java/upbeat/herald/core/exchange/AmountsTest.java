package upbeat.herald.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.text.NumberFormat;
import java.util.Locale;
import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class AmountsTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "84.50 | 84.50",
                "84,50 | 84.50",
                "84,5 | 84.5",
                "84 | 84",
                "1.234,50 | 1234.50",
                "1,234.50 | 1234.50",
                "1 234,50 | 1234.50",
                "1'234.50 | 1234.50",
                "12.345.678 | 12345678",
                "12,345,678 | 12345678",
                "84,50 kr | 84.50",
                "84,50 € | 84.50",
                "€84.50 | 84.50",
                "EUR 84.50 | 84.50",
                "SEK 1 234,50 | 1234.50",
                "84,- | 84",
                "0.123456 | 0.123456"
            })
    void readsWhatPeopleWrite(String written, BigDecimal amount) {
        assertThat(Amounts.parse(written)).contains(amount);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "free",
                "n/a",
                "-5",
                "1e9",
                "1.2.3",
                "1,2,3",
                "84.50.",
                ".",
                ",",
                "84 50,1,1",
                "1234567890123",
                "0.1234567",
                "EURO 5 cents",
                "5%",
                "٣٤"
            })
    void takesNothingElseForAnAmount(String written) {
        assertThat(Amounts.parse(written)).isEmpty();
    }

    /** What Java's own locale data (CLDR) writes for an amount is read as that amount. */
    @ParameterizedTest
    @ValueSource(strings = {"en-GB", "de-DE", "sv-SE", "fr-FR", "it-IT", "es-ES", "pl-PL", "nl-NL", "de-CH", "pt-BR"})
    void readsWhatTheLocalesWrite(String locale) {
        NumberFormat format = NumberFormat.getNumberInstance(Locale.forLanguageTag(locale));
        format.setMinimumFractionDigits(2);
        format.setMaximumFractionDigits(2);
        SplittableRandom random = new SplittableRandom(7);
        for (int i = 0; i < 500; i++) {
            BigDecimal amount = BigDecimal.valueOf(random.nextLong(100_000_000), 2);
            String written = format.format(amount);
            assertThat(Amounts.parse(written)).as(locale + ": " + written).hasValueSatisfying(read -> assertThat(read)
                    .isEqualByComparingTo(amount));
        }
    }
}
