package upbeat.herald.core.returns;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.carrier.S10;
import upbeat.herald.core.carrier.S10Range;
import upbeat.herald.core.journey.Stage;

class ReturnNumberTest {
    private static final S10Range RANGE = new S10Range("CP", 40_000_000, 40_000_099, "XS");

    /** The worked example of UPU S10 (RR 47312482 9, from memory) as one of a range. */
    @Test
    void aCarriersNumbersAreS10() {
        assertThat(new S10Range("RR", 47_312_482, 47_312_482, "XS").numberAfter(0))
                .isEqualTo("RR473124829XS");
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < RANGE.size(); i++) {
            String number = ReturnNumber.next(ReturnSamples.terms(14, RANGE), i);
            assertThat(S10.isValid(number)).as(number).isTrue();
            assertThat(seen.add(number)).isTrue();
        }
        assertThat(seen).hasSize(100);
    }

    @Test
    void aRangeEnds() {
        assertThat(ReturnNumber.next(ReturnSamples.terms(14, RANGE), 99)).isNotNull();
        assertThat(ReturnNumber.next(ReturnSamples.terms(14, RANGE), 100)).isNull();
        assertThat(RANGE.numberAfter(-1)).isNull();
        assertThat(RANGE.numberAfter(Long.MAX_VALUE)).isNull();
    }

    @ParameterizedTest
    @CsvSource({
        "cp, 1, 2, XS, service",
        "CP, -1, 2, XS, first",
        "CP, 3, 2, XS, last",
        "CP, 1, 100000000, XS, last",
        "CP, 1, 2, X, country"
    })
    void aRangeThatIsNoneIsNamed(String service, int first, int last, String country, String fault) {
        assertThat(new S10Range(service, first, last, country).findFaults()).containsExactly(fault);
    }

    @ParameterizedTest
    @ValueSource(longs = {0, 1, 9, 10, 123_456, 999_999_998})
    void ourOwnHaveACheckCharacter(long used) {
        String number = ReturnNumber.next(ReturnSamples.FORTNIGHT, used);
        assertThat(number).matches("R[0-9]{9}[0-9A-Z]");
        assertThat(Mod3736.isValid(number)).isTrue();
        char last = number.charAt(10);
        assertThat(Mod3736.isValid(number.substring(0, 10) + (last == '0' ? '1' : '0')))
                .isFalse();
    }

    /** ISO/IEC 7064, the hybrid system MOD 37,36, written down once more, without the remainders ours is made of. */
    private static final class Mod3736 {
        static boolean isValid(String text) {
            int product = 36;
            String letters = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ";
            for (int i = 0; i < text.length() - 1; i++) {
                int sum = product + letters.indexOf(text.charAt(i));
                sum = sum > 36 ? sum - 36 : sum;
                product = sum * 2;
                product = product > 36 ? product - 37 : product;
            }
            return (product + letters.indexOf(text.charAt(text.length() - 1))) % 36 == 1;
        }
    }

    @ParameterizedTest
    @CsvSource({
        "packed, packed",
        "dispatched, returning",
        "in-transit, returning",
        "attempted, returning",
        "ready-for-collection, returning",
        "delivered, returned",
        "returned, returned"
    })
    void aScanOfItSaysHowFarItIsBack(String read, String means) {
        assertThat(ReturnScan.stageOf(Stage.fromCode(read).orElseThrow()))
                .isEqualTo(Stage.fromCode(means).orElseThrow());
    }
}
