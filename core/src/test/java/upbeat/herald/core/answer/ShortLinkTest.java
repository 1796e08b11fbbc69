package upbeat.herald.core.answer;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.wording.sms.SmsLength;

class ShortLinkTest {
    private static final byte[] SECRET = "a secret of thirty-two bytes ...".getBytes(StandardCharsets.UTF_8);

    @ParameterizedTest
    @ValueSource(longs = {0, 1, 35, 36, 50_000, 1_000_000_000_000L, Long.MAX_VALUE})
    void aTokenLeadsBackToItsParcel(long parcel) {
        String token = ShortLink.create(SECRET, parcel);
        assertThat(ShortLink.verify(SECRET, token)).isEqualTo(OptionalLong.of(parcel));
        assertThat(SmsLength.measure(token).units())
                .as("each letter is one unit")
                .isEqualTo(token.length());
        assertThat(ShortLink.verify("another secret of 32 bytes .....".getBytes(StandardCharsets.UTF_8), token))
                .isEmpty();
    }

    @Test
    void nobodyCountsThroughThem() {
        String token = ShortLink.create(SECRET, 1000);
        String next = Long.toString(1001, 36) + token.substring(token.length() - 6);
        assertThat(ShortLink.verify(SECRET, next)).isEmpty();
        for (String bad : new String[] {"", "abc", "zzzzzzzzzzzzzzzzzzzz", "-1abcdef", "../../x", "1f" + "é".repeat(6)})
            assertThat(ShortLink.verify(SECRET, bad)).as(bad).isEmpty();
    }
}
