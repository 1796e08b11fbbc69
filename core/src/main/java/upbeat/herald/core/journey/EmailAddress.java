package upbeat.herald.core.journey;

import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.NullContract;

/**
 * Judges an e-mail address by the addr-spec of RFC 5321 as mail servers accept it today: a dot-atom before the at sign
 * (64 octets at the most), a host name of letters, digits and hyphens behind it, 254 octets in all. Quoted local parts
 * and address literals are refused: shops do not deliver to them and they hide typing mistakes.
 */
public final class EmailAddress {
    private static final String ATOM = "[A-Za-z0-9!#$%&'*+/=?^_`{|}~-]+";
    private static final String LABEL = "[\\p{L}\\p{N}](?:[\\p{L}\\p{N}-]{0,61}[\\p{L}\\p{N}])?";
    private static final Pattern SHAPE =
            Pattern.compile(ATOM + "(?:\\." + ATOM + ")*@" + LABEL + "(?:\\." + LABEL + ")+");

    private EmailAddress() {}

    @NullContract("null -> false")
    public static boolean isValid(@Nullable String address) {
        if (address == null || address.length() > 254 || !SHAPE.matcher(address).matches()) return false;
        return address.substring(0, address.indexOf('@')).getBytes(java.nio.charset.StandardCharsets.UTF_8).length
                <= 64;
    }
}
