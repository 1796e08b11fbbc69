package upbeat.herald.core.answer;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class OrderLinkTest {
    private static final byte[] KEY = "0123456789abcdef0123456789abcdef".getBytes(StandardCharsets.US_ASCII);

    @Test
    void namesItsOrderAndOpensNothingElse() {
        String token = OrderLink.create(KEY, 4711);
        assertThat(token).hasSize(27);
        assertThat(OrderLink.verify(KEY, token)).hasValue(4711);
        assertThat(PreferenceLink.verify(KEY, token)).isEmpty();
        assertThat(OrderLink.verify(KEY, PreferenceLink.create(KEY, 4711))).isEmpty();
        assertThat(OrderLink.verify(KEY, OrderLink.createUnsigned())).isEmpty();
        assertThat(OrderLink.createUnsigned()).hasSameSizeAs(token);
    }
}
