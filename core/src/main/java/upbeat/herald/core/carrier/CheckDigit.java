package upbeat.herald.core.carrier;

import java.util.Arrays;
import java.util.Optional;

/**
 * The rules by which a number carries its own check. Each is asked for the last character (two for modulo 97) that the
 * characters before it call for. Sources: UPU S10; GS1 General Specifications, 7.9; ISO/IEC 7812-1 annex B (Luhn); ISO
 * 7064.
 */
public enum CheckDigit {
    NONE("none", "no check digit"),
    S10("s10", "UPU S10"),
    GS1("gs1", "GS1 modulo 10"),
    LUHN("luhn", "Luhn"),
    MOD_11_2("mod-11-2", "ISO 7064 modulo 11,2"),
    MOD_11_10("mod-11-10", "ISO 7064 modulo 11,10"),
    MOD_37_2("mod-37-2", "ISO 7064 modulo 37,2"),
    MOD_37_36("mod-37-36", "ISO 7064 modulo 37,36"),
    MOD_97_10("mod-97-10", "ISO 7064 modulo 97,10");

    private static final String ALPHABET = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ";
    private final String code;
    private final String label;

    CheckDigit(String code, String words) {
        this.code = code;
        this.label = words;
    }

    public String code() {
        return code;
    }

    public String label() {
        return label;
    }

    public static Optional<CheckDigit> fromCode(String code) {
        return Arrays.stream(values()).filter(c -> c.code.equals(code)).findFirst();
    }

    /** How many characters at the end of a number are its check. */
    public int length() {
        return this == NONE ? 0 : this == MOD_97_10 ? 2 : 1;
    }

    /**
     * What the check should be.
     *
     * @param body the characters that are checked, capitals and digits; for S10 the eight digits of the serial
     * @return empty where the rule can't be applied to these characters
     */
    public Optional<String> expected(String body) {
        if (body.isEmpty() || this == NONE) return Optional.empty();
        boolean letters = this == MOD_37_2 || this == MOD_37_36 || this == MOD_97_10;
        for (char c : body.toCharArray()) if (value(c) < 0 || !letters && value(c) > 9) return Optional.empty();
        return switch (this) {
            case S10 ->
                body.length() == 8
                        ? Optional.of(Integer.toString(upbeat.herald.core.carrier.S10.checkDigit(body)))
                        : Optional.empty();
            case GS1 -> Optional.of(tens(body, 3, false));
            case LUHN -> Optional.of(tens(body, 2, true));
            case MOD_11_2 -> Optional.of(pure(body, 11, "0123456789X"));
            case MOD_37_2 -> Optional.of(pure(body, 37, ALPHABET + "*"));
            case MOD_11_10 -> Optional.of(hybrid(body, 10));
            case MOD_37_36 -> Optional.of(hybrid(body, 36));
            case MOD_97_10 -> Optional.of(ninetySeven(body));
            case NONE -> Optional.empty();
        };
    }

    /**
     * The digit that makes a weighted sum a multiple of ten; weights alternate with 1 from the right, the rightmost
     * weighs most.
     */
    private static String tens(String body, int weight, boolean foldTens) {
        int sum = 0;
        for (int i = 0; i < body.length(); i++) {
            int product = value(body.charAt(body.length() - 1 - i)) * (i % 2 == 0 ? weight : 1);
            sum += foldTens && product > 9 ? product - 9 : product;
        }
        return Integer.toString((10 - sum % 10) % 10);
    }

    /** ISO 7064 pure systems with radix 2. */
    private static String pure(String body, int modulus, String alphabet) {
        int p = 0;
        for (char c : body.toCharArray()) p = (p + value(c)) * 2 % modulus;
        return String.valueOf(alphabet.charAt((modulus + 1 - p) % modulus));
    }

    /** ISO 7064 hybrid systems, modulus m + 1 and m. */
    private static String hybrid(String body, int m) {
        int p = m;
        for (char c : body.toCharArray()) {
            int sum = (p + value(c)) % m;
            p = (sum == 0 ? m : sum) * 2 % (m + 1);
        }
        return String.valueOf(ALPHABET.charAt((m + 1 - p) % m));
    }

    private static String ninetySeven(String body) {
        int rest = 0;
        for (char c : body.toCharArray())
            rest = value(c) > 9 ? (rest * 100 + value(c)) % 97 : (rest * 10 + value(c)) % 97;
        return String.format("%02d", 98 - rest * 100 % 97);
    }

    private static int value(char c) {
        return ALPHABET.indexOf(c);
    }
}
