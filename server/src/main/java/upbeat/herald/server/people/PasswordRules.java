package upbeat.herald.server.people;

import com.nulabinc.zxcvbn.Zxcvbn;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What a password must be like: long enough, within what BCrypt reads (72 bytes), and not one that is guessed first, by
 * the lists of common passwords and words that zxcvbn brings (NIST SP 800-63B asks for such a comparison).
 */
final class PasswordRules {
    static final int SHORTEST = 12;
    private static final int MOST_BYTES = 72;
    /** Of 0 to 4: below this a password falls within a million guesses. */
    private static final int LEAST_SCORE = 2;

    private static final Zxcvbn STRENGTH = new Zxcvbn();

    private PasswordRules() {}

    /** What is wrong with it; empty where it may be used. @param name of the account, which is guessed early too */
    static Optional<String> findFault(@Nullable String password, @Nullable String name) {
        if (password == null || password.codePointCount(0, password.length()) < SHORTEST)
            return Optional.of("Enter a password of at least " + SHORTEST + " characters");
        if (password.getBytes(StandardCharsets.UTF_8).length > MOST_BYTES)
            return Optional.of("This password is too long. Use up to " + MOST_BYTES
                    + " characters; accented letters and symbols count as two or more");
        boolean guessed = STRENGTH.measure(password, List.of(name == null ? "" : name, "upbeat", "herald"))
                        .getScore()
                < LEAST_SCORE;
        return guessed
                ? Optional.of("This password is among those that are guessed first. Choose several unrelated words")
                : Optional.empty();
    }
}
