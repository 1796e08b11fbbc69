package upbeat.herald.server.platform.address;

import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.util.Locale;
import java.util.regex.Pattern;
import upbeat.herald.server.platform.http.SpecialAddresses;

/** From where an address can be reached, as far as its own letters say; nothing is looked up. */
public enum AddressReach {
    /** This machine alone. */
    MACHINE,
    /** The merchant's own network. */
    NETWORK,
    /** Customers. */
    INTERNET;

    /** As Java writes it in an address: dotted, or in brackets. */
    private static final Pattern LITERAL = Pattern.compile("\\d{1,3}(\\.\\d{1,3}){3}|\\[[0-9a-fA-F:.]+]");

    /** @param address such as {@code https://tell.shop.example}; what can't be read reaches nobody else */
    public static AddressReach of(String address) {
        String host;
        try {
            host = URI.create(address).getHost();
        } catch (IllegalArgumentException e) {
            return MACHINE;
        }
        if (host == null) return MACHINE;
        host = host.toLowerCase(Locale.ROOT);
        // RFC 6761, section 6.3: every name below localhost is this machine's.
        if (host.equals("localhost") || host.endsWith(".localhost")) return MACHINE;
        if (LITERAL.matcher(host).matches()) {
            try {
                InetAddress ip = InetAddress.getByName(host);
                if (ip.isLoopbackAddress() || ip.isAnyLocalAddress()) return MACHINE;
                return SpecialAddresses.isInternal(ip) ? NETWORK : INTERNET;
            } catch (UnknownHostException e) {
                return MACHINE;
            }
        }
        // RFC 8375 (home.arpa), RFC 6762 (.local), and names without a dot, which no public name server knows.
        return !host.contains(".")
                        || host.endsWith(".local")
                        || host.endsWith(".internal")
                        || host.endsWith(".home.arpa")
                ? NETWORK
                : INTERNET;
    }
}
