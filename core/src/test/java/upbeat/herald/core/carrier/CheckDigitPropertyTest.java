package upbeat.herald.core.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.apache.commons.validator.routines.checkdigit.EAN13CheckDigit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * What the rules promise: a single wrong digit is always found. (ISO 7064, introduction; GS1 General Specifications,
 * 7.9; ISO/IEC 7812-1.)
 */
class CheckDigitPropertyTest {
    @ParameterizedTest
    @EnumSource(
            value = CheckDigit.class,
            names = {"GS1", "LUHN", "MOD_11_2", "MOD_11_10", "MOD_37_2", "MOD_37_36", "MOD_97_10"})
    void aSingleWrongDigitIsFound(CheckDigit rule) {
        Random random = new Random(5);
        for (int round = 0; round < 300; round++) {
            StringBuilder body = new StringBuilder();
            for (int i = 4 + random.nextInt(16); i > 0; i--) body.append((char) ('0' + random.nextInt(10)));
            String check = rule.expected(body.toString()).orElseThrow();
            int at = random.nextInt(body.length());
            char was = body.charAt(at);
            char other = (char) ('0' + (was - '0' + 1 + random.nextInt(9)) % 10);
            body.setCharAt(at, other);
            assertThat(rule.expected(body.toString()))
                    .as("%s with %s for %s at %d", body, other, was, at)
                    .isNotEqualTo(java.util.Optional.of(check));
        }
    }

    /** Source: commons-validator 1.9.0, EAN13CheckDigit (GS1 modulo 10 over twelve digits). */
    @Test
    void gs1AgreesWithAnotherLibrary() throws Exception {
        Random random = new Random(9);
        for (int i = 0; i < 500; i++) {
            String body = String.format("%012d", Math.floorMod(random.nextLong(), 1_000_000_000_000L));
            assertThat(CheckDigit.GS1.expected(body)).contains(EAN13CheckDigit.EAN13_CHECK_DIGIT.calculate(body));
        }
    }

    @Test
    void whatCantBeCheckedIsNotGuessed() {
        assertThat(CheckDigit.LUHN.expected("12A4")).isEmpty();
        assertThat(CheckDigit.LUHN.expected("")).isEmpty();
        assertThat(CheckDigit.NONE.expected("1234")).isEmpty();
        assertThat(CheckDigit.S10.expected("1234")).isEmpty();
        assertThat(CheckDigit.fromCode("luhn")).contains(CheckDigit.LUHN);
        assertThat(CheckDigit.fromCode("guess")).isEmpty();
    }
}
