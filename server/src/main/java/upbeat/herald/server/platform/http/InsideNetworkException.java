package upbeat.herald.server.platform.http;

import java.net.UnknownHostException;

/** A name leads into this network, where nobody allowed it to lead. */
public final class InsideNetworkException extends UnknownHostException {
    private static final long serialVersionUID = 1L;

    InsideNetworkException(String host) {
        super(host + " is inside this network");
    }
}
