package upbeat.herald.core.signin;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.OptionalLong;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Codes that an app on somebody's phone shows for half a minute: RFC 6238 (TOTP) over HMAC-SHA-1 with six digits and
 * steps of 30 seconds, which is what such apps take as given.
 */
public final class TimeCode {
    public static final int DIGITS = 6;
    public static final int STEP_SECONDS = 30;
    /** Bytes of a secret: as long as the hash (RFC 4226, 4, R6 recommends 160 bits). */
    public static final int SECRET_BYTES = 20;
    /** Steps that a phone's clock may be wrong by, either way (RFC 6238, 5.2 advises one). */
    private static final int DRIFT = 1;

    private TimeCode() {}

    /** The step that a moment belongs to, counted from 1970. */
    public static long stepAt(Instant moment) {
        return Math.floorDiv(moment.getEpochSecond(), STEP_SECONDS);
    }

    /** The code of one step, with its leading zeros. */
    public static String at(byte[] secret, long step) {
        return HotpDigits.of(secret, step, DIGITS);
    }

    /**
     * The step whose code was entered, if it is one of now, just before or just after.
     *
     * @param given as typed; spaces don't count
     * @param usedStep the last step whose code was taken, so that a code works once only (RFC 6238, 5.2); -1 for none
     */
    public static OptionalLong findStep(byte[] secret, String given, Instant now, long usedStep) {
        String plain = given.replaceAll("\\s", "");
        OptionalLong found = OptionalLong.empty();
        // All are compared, in constant time, so that the time it takes says nothing.
        for (long step = stepAt(now) - DRIFT; step <= stepAt(now) + DRIFT; step++) {
            boolean isEqual = MessageDigest.isEqual(
                    at(secret, step).getBytes(StandardCharsets.UTF_8), plain.getBytes(StandardCharsets.UTF_8));
            if (isEqual && step > usedStep) found = OptionalLong.of(step);
        }
        return found;
    }

    /** RFC 4226, 5.3: the value of one counter, shortened to some digits. */
    static final class HotpDigits {
        private static final int[] POWERS = {1, 10, 100, 1_000, 10_000, 100_000, 1_000_000, 10_000_000, 100_000_000};

        private HotpDigits() {}

        /** @param digits 6 to 8 */
        static String of(byte[] secret, long counter, int digits) {
            try {
                Mac mac = Mac.getInstance("HmacSHA1");
                mac.init(new SecretKeySpec(secret, "HmacSHA1"));
                byte[] hash = mac.doFinal(
                        ByteBuffer.allocate(Long.BYTES).putLong(counter).array());
                int offset = hash[hash.length - 1] & 0xf;
                int binary = ByteBuffer.wrap(hash).getInt(offset) & 0x7fff_ffff;
                return String.format(java.util.Locale.ROOT, "%0" + digits + "d", binary % POWERS[digits]);
            } catch (GeneralSecurityException e) {
                throw new IllegalStateException("HMAC-SHA-1 is part of every Java platform", e);
            }
        }
    }
}
