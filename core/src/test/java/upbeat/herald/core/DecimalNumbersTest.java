package upbeat.herald.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

@Timeout(5)
class DecimalNumbersTest {
    @ParameterizedTest
    @CsvSource({
        "84.50,84.50",
        "0,0",
        "-3.2,-3.2",
        "1e3,1000",
        "1E-3,0.001",
        "+7,7",
        ".5,0.5",
        "12.,12",
        "999999999999999999,999999999999999999"
    })
    void whatPeopleWriteIsRead(String text, String plain) {
        assertThat(DecimalNumbers.parse(text).map(DecimalNumbers::toText)).contains(plain);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "1e999999999",
                "1e-999999999",
                "-1E99",
                "1e200000000",
                "1e19",
                "9999999999999999999",
                "",
                " ",
                "NaN",
                "Infinity",
                "0x10",
                "1,5",
                "1e",
                "e5",
                "--1",
                "1.2.3",
                "١٢",
                "1e2147483648",
                "0.0000000000000000001"
            })
    void whatIsNoNumberOrNoReasonableOneIsRefused(String text) {
        assertThat(DecimalNumbers.parse(text)).isEmpty();
    }

    @Test
    void aHugeOneIsNeverWrittenOut() {
        assertThat(DecimalNumbers.toText(new BigDecimal("1e999999999"))).hasSizeLessThan(20);
        assertThat(DecimalNumbers.toText(new BigDecimal("1e-999999999"))).hasSizeLessThan(20);
        assertThat(DecimalNumbers.isReasonable(new BigDecimal("1e999999999"))).isFalse();
    }

    @Test
    void whatIsReasonableIsShortWhateverItsDigits() {
        SplittableRandom random = new SplittableRandom(11);
        for (int i = 0; i < 20_000; i++) {
            BigDecimal number =
                    new BigDecimal(java.math.BigInteger.valueOf(random.nextLong()), random.nextInt(-40, 40));
            String text = DecimalNumbers.toText(number);
            assertThat(text.length()).as(number.toString()).isLessThanOrEqualTo(40);
            assertThat(new BigDecimal(text)).isEqualByComparingTo(number);
            if (DecimalNumbers.isReasonable(number))
                assertThat(DecimalNumbers.parse(text)).isPresent();
        }
    }
}
