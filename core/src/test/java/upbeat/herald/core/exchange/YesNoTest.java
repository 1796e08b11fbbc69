package upbeat.herald.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class YesNoTest {
    @ParameterizedTest
    @ValueSource(strings = {"yes", " YES ", "Y", "true", "1", "x", "Ja", "oui", "Sí", "tak"})
    void yes(String text) {
        assertThat(YesNo.parse(text)).contains(true);
    }

    @ParameterizedTest
    @ValueSource(strings = {"no", "N", "FALSE", "0", "-", "nein", "non", "nej", "nie", "nee"})
    void no(String text) {
        assertThat(YesNo.parse(text)).contains(false);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "maybe", "2", "yes and no", "ok"})
    void neither(String text) {
        assertThat(YesNo.parse(text)).isEmpty();
    }
}
