package upbeat.herald.server.platform.http;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketAddress;
import java.net.UnknownHostException;
import java.time.Duration;
import java.util.Locale;
import java.util.Set;
import javax.net.SocketFactory;

/**
 * Where connections may go. A name is resolved once for each connection, and what was checked is what is connected to:
 * a name that leads elsewhere at the second question (DNS rebinding) gains nothing.
 */
public final class OutboundNetwork {
    /** For accounts of the operator's own file. */
    public static final OutboundNetwork ANYWHERE = new OutboundNetwork(InetAddress::getAllByName, false, Set.of());

    /** For what a person entered. */
    public static final OutboundNetwork PUBLIC = publicOnly(Set.of());

    /** Looks a name up, as {@link InetAddress#getAllByName} does. */
    interface Resolver {
        InetAddress[] resolve(String host) throws UnknownHostException;
    }

    private final Resolver resolver;
    private final boolean isPublicOnly;
    private final Set<String> allowed;

    OutboundNetwork(Resolver resolver, boolean isPublicOnly, Set<String> allowed) {
        this.resolver = resolver;
        this.isPublicOnly = isPublicOnly;
        this.allowed = allowed;
    }

    /** @param allowed hosts inside this network that may be reached all the same, {@code host:port} in small letters */
    static OutboundNetwork publicOnly(Set<String> allowed) {
        return new OutboundNetwork(InetAddress::getAllByName, true, allowed);
    }

    /**
     * The addresses of a host.
     *
     * @throws InsideNetworkException where one of them may not be connected to
     */
    public InetAddress[] resolve(String host, int port) throws UnknownHostException {
        InetAddress[] found = resolver.resolve(host);
        if (isAllowed(host, port)) return found;
        for (InetAddress ip : found) if (SpecialAddresses.isInternal(ip)) throw new InsideNetworkException(host);
        return found;
    }

    private boolean isAllowed(String host, int port) {
        return !isPublicOnly || allowed.contains((host + ":" + port).toLowerCase(Locale.ROOT));
    }

    /** A socket connected to the first of a host's addresses that answers. */
    public Socket connect(String host, int port, Duration timeout) throws IOException {
        IOException last = new UnknownHostException(host);
        for (InetAddress ip : resolve(host, port)) {
            Socket socket = new Socket();
            try {
                socket.connect(new InetSocketAddress(ip, port), (int) timeout.toMillis());
                return socket;
            } catch (IOException e) {
                socket.close();
                last = e;
            }
        }
        throw last;
    }

    /** Sockets for a library that connects them itself. Each refuses the address it is given, if need be. */
    public SocketFactory socketFactory() {
        return new SocketFactory() {
            @Override
            public Socket createSocket() {
                return new Checked();
            }

            @Override
            public Socket createSocket(String host, int port) throws IOException {
                return connect(host, port, Duration.ZERO);
            }

            @Override
            public Socket createSocket(String host, int port, InetAddress from, int fromPort) throws IOException {
                return createSocket(host, port);
            }

            @Override
            public Socket createSocket(InetAddress host, int port) throws IOException {
                return createSocket(host.getHostAddress(), port);
            }

            @Override
            public Socket createSocket(InetAddress host, int port, InetAddress from, int fromPort) throws IOException {
                return createSocket(host, port);
            }
        };
    }

    private final class Checked extends Socket {
        @Override
        public void connect(SocketAddress to, int timeout) throws IOException {
            if (to instanceof InetSocketAddress i
                    && i.getAddress() != null
                    && !isAllowed(i.getHostString(), i.getPort())
                    && SpecialAddresses.isInternal(i.getAddress())) throw new InsideNetworkException(i.getHostString());
            super.connect(to, timeout);
        }
    }
}
