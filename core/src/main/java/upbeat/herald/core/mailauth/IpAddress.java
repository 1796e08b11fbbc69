package upbeat.herald.core.mailauth;

import java.util.Arrays;
import java.util.Optional;
import java.util.regex.Pattern;

/** An IPv4 (4 bytes) or IPv6 (16 bytes) address. */
final class IpAddress {
    private static final Pattern V4 = Pattern.compile("(\\d{1,3})\\.(\\d{1,3})\\.(\\d{1,3})\\.(\\d{1,3})");
    private static final int GROUPS = 8;

    private final byte[] bytes;

    private IpAddress(byte[] bytes) {
        this.bytes = bytes;
    }

    static Optional<IpAddress> parse(String text) {
        return text.contains(":") ? parse6(text) : parse4(text);
    }

    private static Optional<IpAddress> parse4(String text) {
        var m = V4.matcher(text);
        if (!m.matches()) return Optional.empty();
        byte[] bytes = new byte[4];
        for (int i = 0; i < 4; i++) {
            int part = Integer.parseInt(m.group(i + 1));
            if (part > 255) return Optional.empty();
            bytes[i] = (byte) part;
        }
        return Optional.of(new IpAddress(bytes));
    }

    /** RFC 4291, 2.2: groups of hexadecimal digits, of which one run of zeros may be left out. */
    private static Optional<IpAddress> parse6(String text) {
        String plain = text;
        if (text.contains(".")) {
            int at = text.lastIndexOf(':');
            IpAddress last = parse4(text.substring(at + 1)).orElse(null);
            if (last == null) return Optional.empty();
            byte[] b = last.bytes;
            plain = text.substring(0, at + 1)
                    + "%x:%x".formatted((b[0] & 255) << 8 | b[1] & 255, (b[2] & 255) << 8 | b[3] & 255);
        }
        String[] halves = plain.split("::", -1);
        if (halves.length > 2) return Optional.empty();
        String[] left = groups(halves[0]);
        String[] right = halves.length == 2 ? groups(halves[1]) : new String[0];
        int given = left.length + right.length;
        if (halves.length == 2 ? given >= GROUPS : given != GROUPS) return Optional.empty();
        byte[] bytes = new byte[16];
        for (int i = 0; i < given; i++) {
            String group = i < left.length ? left[i] : right[i - left.length];
            if (!group.matches("[0-9A-Fa-f]{1,4}")) return Optional.empty();
            int at = i < left.length ? i : GROUPS - given + i;
            int value = Integer.parseInt(group, 16);
            bytes[2 * at] = (byte) (value >> 8);
            bytes[2 * at + 1] = (byte) value;
        }
        return Optional.of(new IpAddress(bytes));
    }

    private static String[] groups(String text) {
        return text.isEmpty() ? new String[0] : text.split(":", -1);
    }

    boolean isV6() {
        return bytes.length == 16;
    }

    int bits() {
        return bytes.length * 8;
    }

    /** True where the first bits of both are the same. */
    boolean isWithin(IpAddress network, int prefix) {
        if (network.bytes.length != bytes.length) return false;
        int whole = prefix / 8;
        if (!Arrays.equals(bytes, 0, whole, network.bytes, 0, whole)) return false;
        int rest = prefix % 8;
        return rest == 0 || (bytes[whole] & 255 ^ network.bytes[whole] & 255) >> (8 - rest) == 0;
    }
}
