package upbeat.herald.server.people;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.server.platform.random.RandomIds;

/** Random secrets and what is kept of them: they are long, so a plain SHA-256 is enough. */
final class Tokens {
    private static final int BYTES = 24;
    /** Without letters and digits that look alike. */
    private static final String ALPHABET = "ABCDEFGHJKMNPQRSTUVWXYZ23456789";

    private static final int LETTERS = 10;

    private Tokens() {}

    static String create(RandomIds ids) {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(ids.newBytes(BYTES));
    }

    static String hash(String token) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(token.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("SHA-256 is part of every Java platform", e);
        }
    }

    /** A code of ten letters and digits (49 bits) in two groups, for people to type. */
    static String createReadable(RandomIds ids) {
        StringBuilder made = new StringBuilder();
        for (byte b : ids.newBytes(LETTERS)) made.append(ALPHABET.charAt(Byte.toUnsignedInt(b) % ALPHABET.length()));
        return made.insert(LETTERS / 2, '-').toString();
    }

    /** What somebody typed, as it was made; spaces, dashes and small letters don't matter. */
    static String normalizeReadable(@Nullable String typed) {
        String plain = Texts.compactNumber(typed).toUpperCase(Locale.ROOT);
        return plain.length() == LETTERS ? plain.substring(0, LETTERS / 2) + "-" + plain.substring(LETTERS / 2) : plain;
    }
}
