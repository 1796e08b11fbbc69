package upbeat.herald.server.platform.http;

import java.net.InetAddress;
import java.net.UnknownHostException;

/** A range of IP addresses in CIDR notation (RFC 4632), such as {@code 198.18.0.0/15}. */
record AddressRange(byte[] network, int bits) {
    static AddressRange parse(String cidr) {
        String[] parts = cidr.split("/");
        try {
            return new AddressRange(InetAddress.getByName(parts[0]).getAddress(), Integer.parseInt(parts[1]));
        } catch (UnknownHostException e) {
            throw new IllegalArgumentException(cidr + " is no range", e);
        }
    }

    /** @param address 4 or 16 bytes */
    boolean contains(byte[] address) {
        if (address.length != network.length) return false;
        for (int bit = 0; bit < bits; bit++) {
            int mask = 0x80 >> (bit & 7);
            if ((address[bit >> 3] & mask) != (network[bit >> 3] & mask)) return false;
        }
        return true;
    }
}
