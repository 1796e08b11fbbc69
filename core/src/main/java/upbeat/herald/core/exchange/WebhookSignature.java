package upbeat.herald.core.exchange;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.jspecify.annotations.Nullable;

/**
 * Signatures of the Standard Webhooks specification, symmetric version {@code v1}: HMAC-SHA-256 over id, timestamp and
 * body.
 */
public final class WebhookSignature {
    /** How far the sender's clock may be off, both ways; beyond it a call may be a replay. */
    public static final Duration TOLERANCE = Duration.ofMinutes(5);

    private static final String PREFIX = "whsec_";

    private WebhookSignature() {}

    public enum Verification {
        GOOD("good"),
        MISSING("The headers webhook-id, webhook-timestamp and webhook-signature are missing"),
        BAD_TIMESTAMP("webhook-timestamp isn't a number of seconds"),
        TOO_OLD("The request was signed more than five minutes ago"),
        IN_THE_FUTURE("The request was signed more than five minutes ahead of this server's clock"),
        WRONG("The signature doesn't match");

        private final String label;

        Verification(String words) {
            this.label = words;
        }

        public String label() {
            return label;
        }
    }

    /**
     * @param secret {@code whsec_} and base64, as the sender has it
     * @param signatures the header: versions and signatures parted by blanks; any that fits is enough, so that secrets
     *     can be changed
     * @param now by a clock that the sender shares
     */
    public static Verification verify(
            String secret,
            @Nullable String id,
            @Nullable String timestamp,
            @Nullable String signatures,
            byte[] body,
            Instant now) {
        if (id == null || timestamp == null || signatures == null) return Verification.MISSING;
        long seconds;
        try {
            seconds = Long.parseLong(timestamp.strip());
        } catch (NumberFormatException e) {
            return Verification.BAD_TIMESTAMP;
        }
        if (seconds < now.getEpochSecond() - TOLERANCE.toSeconds()) return Verification.TOO_OLD;
        if (seconds > now.getEpochSecond() + TOLERANCE.toSeconds()) return Verification.IN_THE_FUTURE;
        byte[] expected = sign(secret, id, seconds, body).getBytes(StandardCharsets.US_ASCII);
        boolean fits = false;
        for (String signature : signatures.strip().split("\\s+"))
            fits |= MessageDigest.isEqual(expected, signature.getBytes(StandardCharsets.UTF_8));
        return fits ? Verification.GOOD : Verification.WRONG;
    }

    /** The signature with its version, as it stands in the header. */
    public static String sign(String secret, String id, long timestamp, byte[] body) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(
                    Base64.getDecoder().decode(secret.startsWith(PREFIX) ? secret.substring(PREFIX.length()) : secret),
                    "HmacSHA256"));
            mac.update((id + "." + timestamp + ".").getBytes(StandardCharsets.UTF_8));
            return "v1," + Base64.getEncoder().encodeToString(mac.doFinal(body));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("HmacSHA256 is part of every Java platform", e);
        }
    }

    /** A new secret from random bytes. @param random 24 to 64 of them */
    public static String newSecret(byte[] random) {
        return PREFIX + Base64.getEncoder().encodeToString(random);
    }
}
