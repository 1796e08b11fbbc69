package upbeat.herald.core.signin;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.Checks;

/**
 * Against RFC 6238, appendix B, and codes made by oathtool, Python's hmac and otplib (totp.json names its sources).
 * Only SHA-1 is used by the product.
 */
class TimeCodeTest {
    private static Stream<JsonNode> cases(String list) {
        return Checks.list("totp.json", list)
                .filter(c -> c.path("algorithm").asString().equals("SHA-1"));
    }

    static Stream<JsonNode> ofTheStandard() {
        return cases("rfc6238");
    }

    static Stream<JsonNode> withSixDigits() {
        return cases("sixDigits");
    }

    private static byte[] secret(JsonNode c) {
        return HexFormat.of().parseHex(c.path("secretHex").asString());
    }

    @ParameterizedTest
    @MethodSource("ofTheStandard")
    void theStandardsValuesComeOut(JsonNode c) {
        long step = TimeCode.stepAt(Instant.ofEpochSecond(c.path("unixTime").asLong()));
        assertThat(HexFormat.of().withUpperCase().toHexDigits(step))
                .isEqualTo(c.path("counterHex").asString());
        assertThat(TimeCode.HotpDigits.of(secret(c), step, c.path("digits").asInt()))
                .isEqualTo(c.path("code").asString());
    }

    @ParameterizedTest
    @MethodSource("withSixDigits")
    void acceptedIsAStepToEitherSideAndNoMore(JsonNode c) {
        Instant now = Instant.ofEpochSecond(c.path("serverUnixTime").asLong());
        long step = TimeCode.stepAt(now) + c.path("codeMadeAtStep").asInt();
        String code = c.path("code").asString();
        assertThat(TimeCode.at(secret(c), step)).isEqualTo(code);
        assertThat(TimeCode.findStep(secret(c), code, now, -1).isPresent())
                .isEqualTo(c.path("acceptedWithWindow1").asBoolean());
        if (c.path("acceptedWithWindow1").asBoolean()) {
            assertThat(TimeCode.findStep(secret(c), code.substring(0, 3) + " " + code.substring(3), now, -1))
                    .hasValue(step);
            assertThat(TimeCode.findStep(secret(c), code, now, step))
                    .as("a code that was taken is refused the second time (RFC 6238, 5.2)")
                    .isEmpty();
        }
    }

    @ParameterizedTest
    @MethodSource("withSixDigits")
    void secretsAreWrittenInBase32(JsonNode c) {
        assertThat(Base32.encode(secret(c))).isEqualTo(c.path("secretBase32").asString());
    }

    @Test
    void base32IsThatOfTheStandard() {
        // RFC 4648, 10: test vectors, without the padding.
        List<String> plain = List.of("", "f", "fo", "foo", "foob", "fooba", "foobar");
        List<String> coded = List.of("", "MY", "MZXQ", "MZXW6", "MZXW6YQ", "MZXW6YTB", "MZXW6YTBOI");
        for (int i = 0; i < plain.size(); i++)
            assertThat(Base32.encode(plain.get(i).getBytes(java.nio.charset.StandardCharsets.US_ASCII)))
                    .isEqualTo(coded.get(i));
    }

    @Test
    void whatIsntACodeOpensNothing() {
        byte[] secret = new byte[TimeCode.SECRET_BYTES];
        new SplittableRandom(7).nextBytes(secret);
        Instant now = Instant.parse("2026-11-24T13:05:00Z");
        for (String wrong : new String[] {"", " ", "000", "0000000", "abcdef", "12345678901234567890", "１２３４５６"})
            assertThat(TimeCode.findStep(secret, wrong, now, -1)).as(wrong).isEmpty();
    }
}
