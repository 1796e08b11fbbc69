package upbeat.herald.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import com.standardwebhooks.Webhook;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import upbeat.herald.core.Checks;

class WebhookSignatureTest {
    /** Source: webhook-signatures.json, vectors of the Standard Webhooks reference libraries. */
    @TestFactory
    Stream<DynamicTest> vectors() {
        return Checks.list("webhook-signatures.json", "vectors")
                .map(v -> DynamicTest.dynamicTest(v.path("name").asString(), () -> {
                    WebhookSignature.Verification verdict = WebhookSignature.verify(
                            v.path("secret").asString(),
                            v.path("id").asString(),
                            v.path("timestamp").asString(),
                            v.path("signature").asString(),
                            v.path("body").asString().getBytes(StandardCharsets.UTF_8),
                            Instant.ofEpochSecond(v.path("now").asLong()));
                    assertThat(verdict == WebhookSignature.Verification.GOOD)
                            .as("%s", verdict)
                            .isEqualTo(v.path("valid").asBoolean());
                }));
    }

    /** Source: com.standardwebhooks 1.2.0, the specification's own library. */
    @Test
    void theReferenceLibrarySignsTheSame() throws Exception {
        String secret = WebhookSignature.newSecret("0123456789abcdef01234567".getBytes(StandardCharsets.US_ASCII));
        String body = "{\"name\":\"Zoë 🪁\"}";
        assertThat(WebhookSignature.sign(secret, "msg_1", 1_800_000_000L, body.getBytes(StandardCharsets.UTF_8)))
                .isEqualTo(new Webhook(secret).sign("msg_1", 1_800_000_000L, body));
        assertThat(WebhookSignature.verify(secret, "msg_1", "1800000000", null, new byte[0], Instant.EPOCH))
                .isEqualTo(WebhookSignature.Verification.MISSING);
        assertThat(WebhookSignature.verify(secret, "msg_1", "soon", "v1,x", new byte[0], Instant.EPOCH))
                .isEqualTo(WebhookSignature.Verification.BAD_TIMESTAMP);
    }
}
