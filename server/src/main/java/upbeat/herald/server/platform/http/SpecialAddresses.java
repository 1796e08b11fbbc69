package upbeat.herald.server.platform.http;

import java.net.InetAddress;
import java.util.List;
import java.util.stream.Stream;

/** Addresses that are no host's on the public internet. */
public final class SpecialAddresses {
    private SpecialAddresses() {}

    /**
     * Ranges that are no host's on the public internet, by the IANA registries of special-purpose addresses (RFC 6890):
     * loopback, link-local, private (RFC 1918, RFC 4193), shared (RFC 6598), protocol assignments, benchmarks (RFC
     * 2544), reserved. An IPv6 address that only carries an IPv4 one (RFC 4291, RFC 6052, RFC 3056, RFC 4380) is judged
     * as translated, so it is refused altogether.
     */
    public static boolean isInternal(InetAddress ip) {
        byte[] b = ip.getAddress();
        return ip.isLoopbackAddress()
                || ip.isAnyLocalAddress()
                || ip.isLinkLocalAddress()
                || ip.isSiteLocalAddress()
                || ip.isMulticastAddress()
                || INTERNAL.stream().anyMatch(range -> range.contains(b));
    }

    private static final List<AddressRange> INTERNAL = Stream.of(
                    "0.0.0.0/8",
                    "100.64.0.0/10",
                    "192.0.0.0/24",
                    "192.0.2.0/24",
                    "192.88.99.0/24",
                    "198.18.0.0/15",
                    "198.51.100.0/24",
                    "203.0.113.0/24",
                    "240.0.0.0/4",
                    "::/96",
                    "64:ff9b::/96",
                    "64:ff9b:1::/48",
                    "100::/64",
                    "2001::/23",
                    "2001:db8::/32",
                    "2002::/16",
                    "fc00::/7",
                    "fec0::/10")
            .map(AddressRange::parse)
            .toList();
}
