package upbeat.herald.server.platform.http;

import java.io.IOException;
import java.net.ConnectException;
import java.net.SocketTimeoutException;
import java.net.URI;
import java.net.UnknownHostException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.hc.client5.http.classic.methods.HttpGet;
import org.apache.hc.client5.http.classic.methods.HttpPost;
import org.apache.hc.client5.http.classic.methods.HttpUriRequestBase;
import org.apache.hc.core5.http.io.entity.ByteArrayEntity;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;

/**
 * Fetches from an address that a person entered. Only http and https; only addresses of the open network, at every step
 * of a redirect, unless the operator allowed the host and port by name; a limited size, and a limited time for the
 * whole of it.
 */
@Component
public class OutboundHttp implements AutoCloseable {
    private static final int MOST_BYTES = 20 << 20;
    /** Of an answer that is only looked at. */
    private static final int MOST_ANSWER_BYTES = 1 << 20;

    private static final Duration WHOLE = Duration.ofSeconds(30);
    private static final Duration CONNECT = Duration.ofSeconds(5);
    private static final int MOST_REDIRECTS = 3;

    private final OutboundNetwork network;
    private final HttpCaller http;

    @Autowired
    OutboundHttp(OutboundProperties properties) {
        this(
                OutboundNetwork.publicOnly(Set.copyOf(
                        List.of(properties.allowed().toLowerCase(Locale.ROOT).split("\\s*,\\s*")))),
                CONNECT);
    }

    OutboundHttp(OutboundNetwork network, Duration connect) {
        this.network = network;
        this.http = new HttpCaller(network, connect);
    }

    @Override
    public void close() {
        http.close();
    }

    /** @param type the answer's content type, empty where it says none */
    public record Fetched(byte[] body, String type) {}

    /** @throws HeraldException with what went wrong, in words for the history of runs */
    public Fetched get(String address) {
        return get(address, WHOLE);
    }

    /** @param whole for the connections, redirects and the last byte */
    public Fetched get(String address, Duration whole) {
        long deadline = System.nanoTime() + whole.toNanos();
        URI uri = parse(address);
        for (int i = 0; i <= MOST_REDIRECTS; i++) {
            HttpCaller.Response answer;
            try {
                answer = call(uri, deadline, whole);
            } catch (InsideNetworkException e) {
                throw i == 0 ? inside(uri) : redirected(uri, inside(uri));
            }
            Optional<String> location = answer.header("Location");
            if (answer.status() >= 300 && answer.status() < 400 && location.isPresent()) {
                uri = next(uri, location.get());
                continue;
            }
            return fetched(answer);
        }
        throw new HeraldException("address", "The address redirects more than " + MOST_REDIRECTS + " times");
    }

    private static URI next(URI from, String location) {
        URI next;
        try {
            next = from.resolve(location);
        } catch (IllegalArgumentException e) {
            throw new HeraldException("address", "The address redirects to an invalid address");
        }
        try {
            return parse(next.toString());
        } catch (HeraldException e) {
            throw redirected(next, e);
        }
    }

    private static HeraldException redirected(URI to, HeraldException because) {
        return new HeraldException("address", "The address redirects to " + to.getHost() + ": " + because.getMessage());
    }

    private static Fetched fetched(HttpCaller.Response answer) {
        if (answer.status() != 200)
            throw new HeraldException("address", "The address returned status " + answer.status());
        String type = answer.header("Content-Type").orElse("");
        String start = new String(answer.body(), 0, Math.min(200, answer.body().length), StandardCharsets.UTF_8)
                .stripLeading()
                .toLowerCase(Locale.ROOT);
        if (type.startsWith("text/html") || start.startsWith("<!doctype html") || start.startsWith("<html"))
            throw new HeraldException(
                    "address", "The address returned a web page instead of data. It may require a sign-in");
        return new Fetched(answer.body(), type);
    }

    private HttpCaller.Response call(URI uri, long deadline, Duration whole) throws InsideNetworkException {
        HttpGet request = new HttpGet(uri);
        request.setHeader("Accept", "application/json, text/csv, */*;q=0.5");
        Duration left = Duration.ofNanos(Math.max(1, deadline - System.nanoTime()));
        return call(request, left, MOST_BYTES, whole);
    }

    /**
     * Posts to an address that a person entered. No redirect is followed.
     *
     * @param whole for the connection, the call and the last byte of its answer
     * @return the answer, whatever its status
     * @throws HeraldException with what went wrong, in words for the list of calls
     */
    public HttpCaller.Response post(String address, byte[] body, Map<String, String> headers, Duration whole) {
        URI uri = validate(address);
        HttpPost request = new HttpPost(uri);
        headers.forEach(request::setHeader);
        request.setEntity(new ByteArrayEntity(body, null));
        try {
            return call(request, whole, MOST_ANSWER_BYTES, whole);
        } catch (InsideNetworkException e) {
            throw inside(uri);
        }
    }

    private HttpCaller.Response call(HttpUriRequestBase request, Duration left, int mostBytes, Duration whole)
            throws InsideNetworkException {
        try {
            return http.call(request, left, mostBytes);
        } catch (InsideNetworkException e) {
            throw e;
        } catch (UnknownHostException e) {
            throw new HeraldException(
                    "address",
                    "There is no server called " + request.getAuthority().getHostName());
        } catch (HttpCaller.TooLargeException e) {
            throw new HeraldException("address", "The answer is larger than " + Math.max(1, mostBytes >> 20) + " MB");
        } catch (HttpCaller.TooSlowException e) {
            throw new HeraldException(
                    "address", "The address didn't answer in full within " + whole.toSeconds() + " seconds");
        } catch (ConnectException | SocketTimeoutException e) {
            throw new HeraldException("address", "The address can't be reached");
        } catch (IOException e) {
            throw new HeraldException("address", "The connection broke during the answer");
        }
    }

    /** The address, if it may be asked as things are now. It is looked up again when it is called. */
    public URI validate(String address) {
        URI uri = parse(address);
        try {
            network.resolve(uri.getHost(), port(uri));
        } catch (InsideNetworkException e) {
            throw inside(uri);
        } catch (UnknownHostException e) {
            throw new HeraldException("address", "There is no server called " + uri.getHost());
        }
        return uri;
    }

    private static URI parse(String address) {
        URI uri;
        try {
            uri = URI.create(address.strip());
        } catch (IllegalArgumentException e) {
            throw new HeraldException("address", "\"" + address + "\" isn't a web address");
        }
        if (uri.getHost() == null
                || !("http".equalsIgnoreCase(uri.getScheme()) || "https".equalsIgnoreCase(uri.getScheme())))
            throw new HeraldException("address", "Enter an address that begins with https:// or http://");
        if (uri.getUserInfo() != null)
            throw new HeraldException("address", "Remove the user name and password from the address");
        return uri;
    }

    private static int port(URI uri) {
        if (uri.getPort() >= 0) return uri.getPort();
        return "https".equalsIgnoreCase(uri.getScheme()) ? 443 : 80;
    }

    private static HeraldException inside(URI uri) {
        return new HeraldException(
                "address",
                "it is inside this network. To allow it, the operator can set herald.feeds.allowed=" + uri.getHost()
                        + ":" + port(uri));
    }
}
