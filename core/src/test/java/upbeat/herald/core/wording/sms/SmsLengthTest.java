package upbeat.herald.core.wording.sms;

import static org.assertj.core.api.Assertions.assertThat;

import com.cloudhopper.commons.charset.CharsetUtil;
import com.cloudhopper.commons.charset.GSMCharset;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import upbeat.herald.core.Checks;

class SmsLengthTest {
    /**
     * Source: 3GPP TS 23.038 and 23.040 by an oracle and four libraries; see the file. Empty text is left out, as the
     * file asks.
     */
    @TestFactory
    Stream<DynamicTest> vectors() {
        return Checks.list("sms-segments.json", "vectors")
                .filter(v -> !v.path("text").asString().isEmpty())
                .map(v -> DynamicTest.dynamicTest(v.path("id").asString(), () -> {
                    SmsLength length = SmsLength.measure(v.path("text").asString());
                    assertThat(length.encoding().code())
                            .isEqualTo(v.path("expect").path("encoding").asString());
                    assertThat(length.units())
                            .isEqualTo(v.path("expect").path("units").asInt());
                    assertThat(length.segments())
                            .isEqualTo(v.path("expect").path("segments").asInt());
                    assertThat(length.unitsLeft())
                            .isEqualTo(v.path("expect").path("remainingInLast").asInt());
                }));
    }

    /** Source: the GSM alphabet of ch-commons-charset 3.0.2. */
    @Test
    void theAlphabetIsTheReferenceLibrarys() {
        Random random = new Random(4);
        for (int i = 0; i < 3000; i++) {
            char c = (char) (i < 1000 ? i : random.nextInt(0xD7FF));
            boolean fits = GSMCharset.canRepresent(String.valueOf(c)) && c != 0x1B;
            SmsLength length = SmsLength.measure("x" + c);
            assertThat(length.encoding() == SmsLength.Encoding.GSM7)
                    .as("U+%04X", (int) c)
                    .isEqualTo(fits);
            if (fits)
                assertThat(Gsm7.encode("x" + c))
                        .as("U+%04X", (int) c)
                        .isEqualTo(CharsetUtil.encode("x" + c, CharsetUtil.CHARSET_GSM));
            if (fits)
                assertThat(length.units())
                        .as("U+%04X", (int) c)
                        .isEqualTo(CharsetUtil.encode("x" + c, CharsetUtil.CHARSET_GSM).length);
        }
    }

    @Test
    void saysWhatForcesTheLongEncoding() {
        SmsLength length = SmsLength.measure("Don’t wait… 🪁");
        assertThat(length.encoding()).isEqualTo(SmsLength.Encoding.UCS2);
        assertThat(length.replacements())
                .containsExactly(
                        new SmsLength.Replacement(3, "’", "'"),
                        new SmsLength.Replacement(10, "…", "..."),
                        new SmsLength.Replacement(12, "🪁", null));
    }
}
