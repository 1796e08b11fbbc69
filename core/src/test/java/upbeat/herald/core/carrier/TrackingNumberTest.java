package upbeat.herald.core.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TrackingNumberTest {
    /** The SSCC of the GS1 example in EPCIS documents; check digit by check-digits.json's sources. */
    private static final String CONTAINER = "106141412345678908";

    @ParameterizedTest
    @ValueSource(
            strings = {
                "106141412345678908",
                "00106141412345678908",
                "(00)106141412345678908",
                "(00) 1 0614141 234567890 8",
                "]C100106141412345678908",
                "\u001d00106141412345678908",
                "https://id.gs1.org/00/106141412345678908",
                "https://id.example/some/path/00/106141412345678908?linkType=gs1:pip",
                "１０６１４１４１２３４５６７８９０８",
                "١٠٦١٤١٤١٢٣٤٥٦٧٨٩٠٨",
                "1\u20090614141\u202f234567890\u200b8",
                "1.0614141-234567890/8",
                "1–0614141—2345678908",
            })
    void oneContainerHoweverItIsScannedOrTyped(String written) {
        assertThat(TrackingNumber.compact(written)).isEqualTo(CONTAINER);
    }

    @Test
    void whatOnlyLooksLikeAContainerIsLeftAlone() {
        assertThat(TrackingNumber.compact("00106141412345678909"))
                .as("wrong check digit")
                .isEqualTo("00106141412345678909");
        assertThat(TrackingNumber.compact("rr 473 124 829 gb")).isEqualTo("RR473124829GB");
        assertThat(TrackingNumber.compact(null)).isEmpty();
    }

    @Test
    void peopleSeeTheNumberWithoutWhatTheScannerPutAroundIt() {
        assertThat(TrackingNumber.readable("]C100106141412345678908")).isEqualTo(CONTAINER);
        assertThat(TrackingNumber.readable(" HOP 0041-7738 2\u200e")).isEqualTo("HOP 0041-7738 2");
    }

    @Test
    void lettersOfAnotherAlphabetAndWrongCheckDigitsAreDoubted() {
        Carrier post = carrier("https://p.example/{trackingNumber}");
        assertThat(TrackingNumber.findDoubt("RR473124829GB", post)).isEmpty();
        assertThat(TrackingNumber.findDoubt("RR473124892GB", post))
                .hasValueSatisfying(d -> assertThat(d).contains("may be mistyped", "check digit should be"));
        assertThat(TrackingNumber.findDoubt("RR473124829G\u0412", post))
                .as("the last letter is Cyrillic")
                .hasValueSatisfying(d -> assertThat(d).contains("another alphabet"));
    }

    @Test
    void theLinkKeepsHyphensAndDotsWhereItAsksForThem() {
        assertThat(TrackingLink.build(
                        carrier("https://p.example/?n={trackingNumberAsWritten}"), "AB-12.34", null, null, null))
                .isEqualTo("https://p.example/?n=AB-12.34");
        assertThat(TrackingLink.build(carrier("https://p.example/?n={trackingNumber}"), "AB-12.34", null, null, null))
                .isEqualTo("https://p.example/?n=AB1234");
        assertThat(carrier("https://p.example/?n={trackingNumberAsWritten}").linkTakesNumber())
                .isTrue();
    }

    private static Carrier carrier(String link) {
        Carrier plain = new Carrier("post", "Post", link, ZoneOffset.UTC, List.of());
        return new Carrier(
                plain.key(),
                plain.name(),
                true,
                link,
                List.of(new NumberFormat("Item", "[A-Z]{2}[0-9]{9}[A-Z]{2}", CheckDigit.S10)),
                plain.reporting(),
                null);
    }
}
