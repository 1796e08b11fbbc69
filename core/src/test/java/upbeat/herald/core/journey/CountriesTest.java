package upbeat.herald.core.journey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Codes are those of ISO 3166-1, names those of Unicode CLDR, both as the JDK has them. */
class CountriesTest {
    @ParameterizedTest
    @CsvSource({
        "SE, SE",
        "se, SE",
        "' De ', DE",
        "Sweden, SE",
        "Schweden, SE",
        "Sverige, SE",
        "SUEDE, SE",
        "Österreich, AT",
        "osterreich, AT",
        "Åland Islands, AX",
        "Pays-Bas, NL",
        "España, ES",
        "espana, ES",
        "Vereinigtes Königreich, GB",
        "Suomi, FI"
    })
    void isReadAsPeopleWriteIt(String written, String code) {
        assertThat(Countries.findCode(written)).contains(code);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", " ", "Atlantis", "XS", "ZZ", "S", "SWE DEN", "12"})
    void whatIsNoCountryIsNone(String written) {
        assertThat(Countries.findCode(written)).isEmpty();
    }

    @Test
    void everyCodeIsReadByItsLettersAndItsEnglishName() {
        for (String code : Countries.CODES) {
            assertThat(Countries.findCode(code.toLowerCase(Locale.ROOT))).contains(code);
            assertThat(Countries.findCode(new Locale("", code).getDisplayCountry(Locale.ENGLISH)))
                    .as(code)
                    .contains(code);
        }
        assertThat(Countries.findCode(null)).isEmpty();
    }
}
