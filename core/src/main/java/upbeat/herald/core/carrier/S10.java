package upbeat.herald.core.carrier;

/**
 * Postal item identifiers (UPU standard S10): two letters, eight digits, a check digit, two letters of a country. The
 * check digit is 11 less the weighted sum modulo 11; 10 is written 0 and 11 is written 5.
 */
public final class S10 {
    private static final int[] WEIGHTS = {8, 6, 4, 2, 3, 5, 9, 7};

    private S10() {}

    /** @param serial eight digits */
    public static int checkDigit(String serial) {
        int sum = 0;
        for (int i = 0; i < WEIGHTS.length; i++) sum += WEIGHTS[i] * (serial.charAt(i) - '0');
        int check = 11 - sum % 11;
        return check == 10 ? 0 : check == 11 ? 5 : check;
    }

    /** @param number in capitals without spaces */
    public static boolean isValid(String number) {
        return number != null
                && number.matches("[A-Z]{2}[0-9]{9}[A-Z]{2}")
                && checkDigit(number.substring(2, 10)) == number.charAt(10) - '0';
    }
}
