package upbeat.herald.core.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.apache.commons.validator.routines.checkdigit.LuhnCheckDigit;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import upbeat.herald.core.Checks;

class RecogniseTest {
    private static final Map<String, NumberFormat> SHAPES = Map.of(
            "S10",
            new NumberFormat("S10", "[A-Z]{2}(?<body>[0-9]{8})(?<check>[0-9])[A-Z]{2}", CheckDigit.S10),
            "SSCC-18",
            new NumberFormat("x", "[0-9]{18}", CheckDigit.GS1),
            "GS1-mod10",
            new NumberFormat("x", "[0-9]+", CheckDigit.GS1),
            "Luhn",
            new NumberFormat("x", "[0-9]+", CheckDigit.LUHN),
            "ISO7064-11-2",
            new NumberFormat("x", "(?<body>[0-9]+)(?<check>[0-9X])", CheckDigit.MOD_11_2),
            "ISO7064-37-2",
            new NumberFormat("x", "[0-9A-Z*]+", CheckDigit.MOD_37_2),
            "ISO7064-37-36",
            new NumberFormat("x", "[0-9A-Z]+", CheckDigit.MOD_37_36),
            "ISO7064-97-10",
            new NumberFormat("x", "[0-9A-Z]+", CheckDigit.MOD_97_10),
            "ISO7064-11-10",
            new NumberFormat("x", "[0-9]+", CheckDigit.MOD_11_10));

    private static final Carrier POST = new Carrier(
            "post",
            "Post",
            true,
            "https://p.example/{trackingNumber}",
            List.of(new NumberFormat("item", "[A-Z]{2}(?<body>[0-9]{8})(?<check>[0-9])XS", CheckDigit.S10)),
            new Carrier.Reporting(ZoneOffset.UTC, List.of(), null, null),
            null);
    private static final Carrier COURIER = new Carrier(
            "hop",
            "Hop",
            true,
            null,
            List.of(new NumberFormat("Hop parcel", "HOP[0-9]{9}", CheckDigit.LUHN)),
            new Carrier.Reporting(ZoneOffset.UTC, List.of(), null, null),
            null);

    /** Source: check-digits.json; each value by the libraries it names (commons-validator, gs1, iso7064, luhn). */
    @TestFactory
    Stream<DynamicTest> checkDigits() {
        return Checks.list("check-digits.json", "vectors")
                .filter(v -> v.path("valid").isBoolean())
                .map(v -> DynamicTest.dynamicTest(
                        v.path("scheme").asString() + " " + v.path("value").asString(),
                        () -> assertThat(SHAPES.get(v.path("scheme").asString())
                                        .match(v.path("value").asString())
                                        .map(NumberFormat.Match::valid)
                                        .orElse(false))
                                .isEqualTo(v.path("valid").asBoolean())));
    }

    /** Source: commons-validator 1.9.0, LuhnCheckDigit. */
    @Test
    void luhnAgreesWithAnotherLibrary() throws Exception {
        Random random = new Random(7);
        for (int i = 0; i < 500; i++) {
            String body = Long.toString(1 + Math.abs(random.nextLong() % 1_000_000_000_000L));
            assertThat(CheckDigit.LUHN.expected(body)).contains(LuhnCheckDigit.LUHN_CHECK_DIGIT.calculate(body));
        }
    }

    @Test
    void saysWhoseNumberItIsAndWhyItIsWrong() {
        List<Carrier> all = List.of(POST, COURIER);
        assertThat(NumberRecognition.recognise("rx 473 124 829 xs", all))
                .singleElement()
                .satisfies(c -> {
                    assertThat(c.carrier()).isEqualTo(POST);
                    assertThat(c.format()).startsWith("S10");
                    assertThat(c.valid()).isTrue();
                });
        assertThat(NumberRecognition.recognise("RX473124828XS", all))
                .singleElement()
                .satisfies(c -> assertThat(c.reason()).isEqualTo("check digit should be 9"));
        assertThat(NumberRecognition.recognise("RR473124829GB", all))
                .singleElement()
                .satisfies(c -> {
                    assertThat(c.carrier()).isNull();
                    assertThat(c.format()).startsWith("S10").contains("GB");
                });
        assertThat(NumberRecognition.recognise("(00) 106141412345678908".replaceAll("[()]", ""), all))
                .singleElement()
                .satisfies(c -> assertThat(c.format()).startsWith("SSCC"));
        assertThat(NumberRecognition.recognise("106141412345678900", all))
                .singleElement()
                .satisfies(c -> assertThat(c.reason()).isEqualTo("check digit should be 8"));
        assertThat(NumberRecognition.recognise("HOP 0041-7738 2", all))
                .singleElement()
                .satisfies(c -> assertThat(c.carrier()).isEqualTo(COURIER));
        assertThat(NumberRecognition.recognise("no such thing", all)).isEmpty();
        assertThat(NumberRecognition.recognise("1".repeat(500), all)).isEmpty();
    }

    @Test
    void standardListsAreAskedAfterTheCarriersOwnCodes() {
        assertThat(ScanReader.readStage(COURIER, "rec24:21", null))
                .contains(upbeat.herald.core.journey.Stage.DELIVERED);
        assertThat(ScanReader.readStage(COURIER, "rec24:999", null)).isEmpty();
        assertThat(ScanReader.readStage(COURIER, "21", null))
                .as("a bare code is the carrier's own")
                .isEmpty();
        Carrier own = COURIER.withCodes(
                List.of(new CodeRule("rec24:21", null, upbeat.herald.core.journey.Stage.READY_FOR_COLLECTION)));
        assertThat(ScanReader.readStage(own, "rec24:21", null))
                .contains(upbeat.herald.core.journey.Stage.READY_FOR_COLLECTION);
        assertThat(ScanReader.readStage(COURIER, "cbv:arriving/damaged", null)).isEmpty();
        assertThat(ScanReader.readStage(COURIER, "cbv:arriving/in_progress", null))
                .contains(upbeat.herald.core.journey.Stage.IN_TRANSIT);
    }
}
