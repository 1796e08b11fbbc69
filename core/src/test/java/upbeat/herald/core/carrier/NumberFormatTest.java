package upbeat.herald.core.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.HeraldException;

/** Patterns that people type take time in proportion to the number, whatever they say. */
class NumberFormatTest {

    @ParameterizedTest
    @ValueSource(
            strings = {
                "(.*.*.*.*.*.*.*.*)Z",
                "(A+)+Z",
                "(A|A)*Z",
                "(A*)*Z",
                "([A-Z]+)*[0-9]",
                "(.*)(.*)(.*)(.*)(.*)(.*)(.*)(.*)(.*)Z"
            })
    void noPatternTakesForEver(String pattern) {
        NumberFormat format = new NumberFormat("Slow", pattern, CheckDigit.NONE);
        format.validate();
        String number = "A".repeat(60);
        org.junit.jupiter.api.Assertions.assertTimeoutPreemptively(
                Duration.ofSeconds(2), () -> assertThat(format.match(number)).isEmpty());
    }

    @ParameterizedTest
    @ValueSource(strings = {"(?=A)A", "(?!A)B", "(?<=A)B", "(?<!A)B", "(A)\\1"})
    void whatLooksAroundIsRefusedInWords(String pattern) {
        assertThatThrownBy(() -> new NumberFormat("Odd", pattern, CheckDigit.NONE).validate())
                .isInstanceOf(HeraldException.class)
                .hasMessageContaining("looks ahead, behind or back");
    }

    @Test
    void aBrokenPatternSaysWhereItBreaks() {
        assertThatThrownBy(() -> new NumberFormat("Odd", "[A-Z", CheckDigit.NONE).validate())
                .hasMessageContaining("can't be read")
                .hasMessageContaining("[A-Z");
    }

    @Test
    void namedGroupsSayWhatTheCheckCovers() {
        NumberFormat format =
                new NumberFormat("Item", "[A-Z]{2}(?<body>[0-9]{8})(?<check>[0-9])[A-Z]{2}", CheckDigit.S10);
        format.validate();
        assertThat(format.match("RR473124829GB"))
                .hasValueSatisfying(m -> assertThat(m.valid()).isTrue());
        assertThat(format.match("RR473124892GB"))
                .hasValueSatisfying(m -> assertThat(m.valid()).isFalse());
    }
}
