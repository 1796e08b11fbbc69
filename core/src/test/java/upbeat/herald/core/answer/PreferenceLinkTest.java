package upbeat.herald.core.answer;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class PreferenceLinkTest {
    private static final byte[] KEY = "0123456789abcdef0123456789abcdef".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] OTHER = "0123456789abcdef0123456789abcdeg".getBytes(StandardCharsets.US_ASCII);

    @Test
    void namesItsMessageAndNothingElse() {
        for (long message : new long[] {0, 1, 4711, Long.MAX_VALUE}) {
            String token = PreferenceLink.create(KEY, message);
            assertThat(token).hasSize(27).matches("[A-Za-z0-9_-]+");
            assertThat(PreferenceLink.verify(KEY, token)).hasValue(message);
            assertThat(PreferenceLink.verify(OTHER, token)).isEmpty();
        }
    }

    /** Every letter counts: none can be changed, left out or added. */
    @Test
    void whateverIsChangedItIsNoneOfOurs() {
        String token = PreferenceLink.create(KEY, 4711);
        SplittableRandom random = new SplittableRandom(8);
        String letters = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_";
        for (int at = 0; at < token.length(); at++) {
            for (int i = 0; i < 64; i++) {
                char c = letters.charAt(i);
                if (c == token.charAt(at)) continue;
                assertThat(PreferenceLink.verify(KEY, token.substring(0, at) + c + token.substring(at + 1)))
                        .isEmpty();
            }
            assertThat(PreferenceLink.verify(KEY, token.substring(0, at))).isEmpty();
        }
        assertThat(PreferenceLink.verify(KEY, token + "A")).isEmpty();
        assertThat(PreferenceLink.verify(KEY, token + "=")).isEmpty();
        for (int i = 0; i < 1_000; i++) {
            StringBuilder made = new StringBuilder();
            for (int c = 0; c < 27; c++) made.append(letters.charAt(random.nextInt(64)));
            assertThat(PreferenceLink.verify(KEY, made.toString())).isEmpty();
        }
        assertThat(PreferenceLink.verify(KEY, "no/such token")).isEmpty();
    }

    @Test
    void anAnswerLinkOpensNoPreferences() {
        String answer = SignedLink.create(KEY, 4711, Instant.parse("2026-12-24T00:00:00Z"));
        assertThat(PreferenceLink.verify(KEY, answer)).isEmpty();
        assertThat(SignedLink.verify(KEY, PreferenceLink.create(KEY, 4711), Instant.parse("2026-11-24T00:00:00Z")))
                .isEmpty();
    }
}
