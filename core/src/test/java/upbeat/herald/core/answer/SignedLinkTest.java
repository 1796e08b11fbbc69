package upbeat.herald.core.answer;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class SignedLinkTest {
    private static final byte[] SECRET = "a secret of this test only".getBytes(StandardCharsets.UTF_8);
    private static final Instant NOW = Instant.parse("2026-11-24T12:00:00Z");

    @Test
    void readsWhatItSigned() {
        String token = SignedLink.create(SECRET, 4711, NOW.plusSeconds(60));
        assertThat(token).hasSize(32).matches("[A-Za-z0-9_-]+");
        assertThat(SignedLink.verify(SECRET, token, NOW)).contains(new SignedLink.Read(4711, false));
        assertThat(SignedLink.verify(SECRET, token, NOW.plusSeconds(61))).contains(new SignedLink.Read(4711, true));
    }

    @Test
    void refusesEveryChangedCharacter() {
        String token = SignedLink.create(SECRET, 4711, NOW.plusSeconds(60));
        for (int i = 0; i < token.length(); i++) {
            char other = token.charAt(i) == 'A' ? 'B' : 'A';
            assertThat(SignedLink.verify(SECRET, token.substring(0, i) + other + token.substring(i + 1), NOW))
                    .isEmpty();
        }
        assertThat(SignedLink.verify("another".getBytes(StandardCharsets.UTF_8), token, NOW))
                .isEmpty();
        assertThat(SignedLink.verify(SECRET, "", NOW)).isEmpty();
        assertThat(SignedLink.verify(SECRET, "not base64!", NOW)).isEmpty();
    }
}
