package upbeat.herald.core.mailauth;

import java.util.List;

/** What DNS says of a name. An empty list means that there is none of it. */
public interface DnsAnswers {
    /** The texts of a name, the strings of each joined (RFC 7208, 3.3). */
    List<String> findTexts(String name);

    /** The IPv4 and IPv6 addresses of a name, written as usual. */
    List<String> findAddresses(String name);

    /** The mail servers of a name. */
    List<String> findMailServers(String name);

    /** DNS couldn't be asked. */
    final class UnavailableException extends RuntimeException {
        private static final long serialVersionUID = 1;

        public UnavailableException(String message) {
            super(message);
        }
    }
}
