package upbeat.herald.server.platform.http;

import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.UnknownHostException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Future;
import java.util.concurrent.ScheduledThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.apache.hc.client5.http.DnsResolver;
import org.apache.hc.client5.http.classic.methods.HttpUriRequestBase;
import org.apache.hc.client5.http.config.ConnectionConfig;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.client5.http.impl.classic.HttpClients;
import org.apache.hc.client5.http.impl.io.PoolingHttpClientConnectionManagerBuilder;
import org.apache.hc.core5.http.ClassicHttpResponse;
import org.apache.hc.core5.http.Header;
import org.apache.hc.core5.http.HttpEntity;
import org.apache.hc.core5.util.TimeValue;
import org.apache.hc.core5.util.Timeout;

/**
 * Calls over HTTP with a limited size and a limited time for the whole of each. It follows no redirect, repeats
 * nothing, keeps no cookies and unpacks nothing.
 */
public final class HttpCaller implements AutoCloseable {
    private static final int CONNECTIONS = 16;
    private static final ScheduledThreadPoolExecutor DEADLINES = new ScheduledThreadPoolExecutor(1, work -> {
        Thread thread = new Thread(work, "http-deadlines");
        thread.setDaemon(true);
        return thread;
    });

    static {
        // A call that ended is not kept until its time would have been up.
        DEADLINES.setRemoveOnCancelPolicy(true);
    }

    private final CloseableHttpClient client;

    /** @param connect how long a connection may take to be made */
    public HttpCaller(OutboundNetwork network, Duration connect) {
        client = HttpClients.custom()
                .setConnectionManager(PoolingHttpClientConnectionManagerBuilder.create()
                        .setDnsResolver(new Checked(network))
                        .setMaxConnPerRoute(CONNECTIONS)
                        .setMaxConnTotal(CONNECTIONS)
                        .setDefaultConnectionConfig(ConnectionConfig.custom()
                                .setConnectTimeout(Timeout.of(connect))
                                .setValidateAfterInactivity(TimeValue.ofMilliseconds(500))
                                .build())
                        .build())
                .disableRedirectHandling()
                .disableAutomaticRetries()
                .disableCookieManagement()
                .disableContentCompression()
                .disableAuthCaching()
                .setUserAgent("upbeat-herald")
                .build();
    }

    /** @param headers in the order in which they came */
    public record Response(int status, byte[] body, List<Header> headers) {
        /** The first header of this name, in any case. */
        public Optional<String> header(String name) {
            return values(name).findFirst();
        }

        private Stream<String> values(String name) {
            return headers.stream()
                    .filter(h -> h.getName().equalsIgnoreCase(name))
                    .map(Header::getValue);
        }

        public String text() {
            return new String(body, StandardCharsets.UTF_8);
        }
    }

    /** The answer was not there in full within the time. */
    public static final class TooSlowException extends InterruptedIOException {
        private static final long serialVersionUID = 1L;
    }

    /** The answer is larger than was allowed. */
    public static final class TooLargeException extends IOException {
        private static final long serialVersionUID = 1L;
    }

    /**
     * @param whole for the connection, the call and the last byte of its answer
     * @param mostBytes of the answer's body
     * @throws TooSlowException after {@code whole}
     * @throws TooLargeException where there is more than {@code mostBytes}
     * @throws InsideNetworkException where the network doesn't let it go there
     */
    public Response call(HttpUriRequestBase request, Duration whole, int mostBytes) throws IOException {
        long end = System.nanoTime() + whole.toNanos();
        Future<?> deadline = DEADLINES.schedule(request::abort, whole.toNanos(), TimeUnit.NANOSECONDS);
        try {
            return client.execute(
                    request,
                    answer -> new Response(answer.getCode(), read(answer, mostBytes), List.of(answer.getHeaders())));
        } catch (IOException e) {
            if (System.nanoTime() < end) throw e;
            TooSlowException slow = new TooSlowException();
            slow.initCause(e);
            throw slow;
        } finally {
            deadline.cancel(false);
        }
    }

    private static byte[] read(ClassicHttpResponse answer, int mostBytes) throws IOException {
        HttpEntity entity = answer.getEntity();
        if (entity == null) return new byte[0];
        InputStream in = entity.getContent();
        byte[] body = in.readNBytes(mostBytes);
        if (in.read() < 0) return body;
        answer.close(); // the rest isn't read
        throw new TooLargeException();
    }

    @Override
    public void close() {
        client.close(org.apache.hc.core5.io.CloseMode.IMMEDIATE);
    }

    /** Resolves by the rules of the network, once for each connection. */
    private record Checked(OutboundNetwork network) implements DnsResolver {
        @Override
        public List<InetSocketAddress> resolve(String host, int port) throws UnknownHostException {
            return Stream.of(network.resolve(host, port))
                    .map(ip -> new InetSocketAddress(ip, port))
                    .toList();
        }

        @Override
        public InetAddress[] resolve(String host) {
            throw new IllegalStateException("Asked without a port");
        }

        @Override
        public String resolveCanonicalHostname(String host) {
            return host;
        }
    }
}
