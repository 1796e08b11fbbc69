package upbeat.herald.server;

import java.math.BigInteger;
import java.time.Instant;
import upbeat.herald.core.signin.TimeCode;

/** An app for one-time codes: it reads the secret as it is shown, by arithmetic and not by the code that wrote it. */
public final class PhoneApp {
    private final byte[] secret = new byte[TimeCode.SECRET_BYTES];

    /** @param base32 as the screen shows it, spaces or none */
    public PhoneApp(String base32) {
        BigInteger value = BigInteger.ZERO;
        for (char c : base32.replace(" ", "").toCharArray())
            value = value.shiftLeft(5).add(BigInteger.valueOf(c >= 'A' ? c - 'A' : c - '2' + 26));
        byte[] bytes = value.toByteArray();
        for (int i = 1; i <= Math.min(bytes.length, secret.length); i++)
            secret[secret.length - i] = bytes[bytes.length - i];
    }

    /** The code of now, or of so many half minutes later. */
    public String code(int later) {
        return TimeCode.at(secret, TimeCode.stepAt(Instant.now()) + later);
    }
}
