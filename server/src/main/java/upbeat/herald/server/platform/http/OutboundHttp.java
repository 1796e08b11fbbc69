package upbeat.herald.server.platform.http;

import java.io.IOException;
import java.net.ConnectException;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Flow;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;

/**
 * Fetches from an address that a person entered. Only http and https; only addresses of the open network, at every step
 * of a redirect, unless the operator allowed the host and port by name; a limited size, and a limited time for the
 * whole of it.
 */
@Component
public class OutboundHttp {
    private static final int MOST_BYTES = 20 << 20;
    private static final Duration WHOLE = Duration.ofSeconds(30);
    private static final int MOST_REDIRECTS = 3;
    private final Set<String> allowed;
    private final HttpClient client = HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .connectTimeout(Duration.ofSeconds(5))
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();

    OutboundHttp(OutboundProperties properties) {
        allowed =
                Set.copyOf(List.of(properties.allowed().toLowerCase(Locale.ROOT).split("\\s*,\\s*")));
    }

    /** @param type the answer's content type, empty where it says none */
    public record Fetched(byte[] body, String type) {}

    /** @throws HeraldException with what went wrong, in words for the history of runs */
    public Fetched get(String address) {
        return get(address, WHOLE);
    }

    Fetched get(String address, Duration whole) {
        long deadline = System.nanoTime() + whole.toNanos();
        URI uri = validate(address);
        for (int i = 0; i <= MOST_REDIRECTS; i++) {
            HttpResponse<byte[]> answer = call(uri, deadline, whole);
            int status = answer.statusCode();
            if (status >= 300
                    && status < 400
                    && answer.headers().firstValue("Location").isPresent()) {
                URI next;
                try {
                    next = uri.resolve(answer.headers().firstValue("Location").get());
                } catch (IllegalArgumentException e) {
                    throw new HeraldException("address", "The address redirects to an invalid address");
                }
                try {
                    uri = validate(next.toString());
                } catch (HeraldException e) {
                    throw new HeraldException(
                            "address", "The address redirects to " + next.getHost() + ": " + e.getMessage());
                }
                continue;
            }
            if (status != 200) throw new HeraldException("address", "The address returned status " + status);
            String type = answer.headers().firstValue("Content-Type").orElse("");
            String start = new String(answer.body(), 0, Math.min(200, answer.body().length), StandardCharsets.UTF_8)
                    .stripLeading()
                    .toLowerCase(Locale.ROOT);
            if (type.startsWith("text/html") || start.startsWith("<!doctype html") || start.startsWith("<html"))
                throw new HeraldException(
                        "address", "The address returned a web page instead of data. It may require a sign-in");
            return new Fetched(answer.body(), type);
        }
        throw new HeraldException("address", "The address redirects more than " + MOST_REDIRECTS + " times");
    }

    private HttpResponse<byte[]> call(URI uri, long deadline, Duration whole) {
        HttpRequest request = HttpRequest.newBuilder(uri)
                .timeout(whole)
                .header("Accept", "application/json, text/csv, */*;q=0.5")
                .header("User-Agent", "upbeat-herald")
                .GET()
                .build();
        CompletableFuture<HttpResponse<byte[]>> answer = client.sendAsync(request, info -> new Limited());
        try {
            return answer.get(Math.max(1, deadline - System.nanoTime()), TimeUnit.NANOSECONDS);
        } catch (TimeoutException e) {
            answer.cancel(true);
            throw new HeraldException(
                    "address", "The address didn't answer in full within " + whole.toSeconds() + " seconds");
        } catch (InterruptedException e) {
            answer.cancel(true);
            Thread.currentThread().interrupt();
            throw new HeraldException("address", "Stopped during the request");
        } catch (ExecutionException e) {
            for (Throwable t = e; t != null; t = t.getCause()) {
                if (t instanceof HeraldException known) throw known;
                if (t instanceof java.net.http.HttpTimeoutException)
                    throw new HeraldException(
                            "address", "The address didn't answer in full within " + whole.toSeconds() + " seconds");
                if (t instanceof ConnectException) throw new HeraldException("address", "The address can't be reached");
            }
            throw new HeraldException("address", "The connection broke during the answer");
        }
    }

    /** The address, if it may be asked. */
    public URI validate(String address) {
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
        int port = uri.getPort() >= 0 ? uri.getPort() : "https".equalsIgnoreCase(uri.getScheme()) ? 443 : 80;
        if (allowed.contains((uri.getHost() + ":" + port).toLowerCase(Locale.ROOT))) return uri;
        try {
            if (isInside(uri.getHost()))
                throw new HeraldException(
                        "address",
                        "it is inside this network. To allow it, the operator can set herald.feeds.allowed="
                                + uri.getHost() + ":" + port);
        } catch (UnknownHostException e) {
            throw new HeraldException("address", "There is no server called " + uri.getHost());
        }
        return uri;
    }

    /** True where one of a host's addresses is no host's on the public internet. */
    public static boolean isInside(String host) throws UnknownHostException {
        for (InetAddress ip : InetAddress.getAllByName(host)) if (isInternal(ip)) return true;
        return false;
    }

    /**
     * Ranges that are no host's on the public internet, by the IANA registries of special-purpose addresses (RFC 6890):
     * loopback, link-local, private (RFC 1918, RFC 4193), shared (RFC 6598), protocol assignments, benchmarks (RFC
     * 2544), reserved. An IPv6 address that only carries an IPv4 one (RFC 4291, RFC 6052, RFC 3056, RFC 4380) is judged
     * as translated, so it is refused altogether.
     */
    static boolean isInternal(InetAddress ip) {
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

    /** Collects a body up to the limit. */
    private static final class Limited implements HttpResponse.BodySubscriber<byte[]> {
        private final HttpResponse.BodySubscriber<byte[]> all = HttpResponse.BodySubscribers.ofByteArray();
        private final CompletableFuture<byte[]> result = new CompletableFuture<>();
        private Flow.@Nullable Subscription subscription;
        private long size;

        @Override
        public CompletionStage<byte[]> getBody() {
            all.getBody().whenComplete((body, wrong) -> {
                if (wrong == null) result.complete(body);
                else result.completeExceptionally(wrong);
            });
            return result;
        }

        @Override
        public void onSubscribe(Flow.Subscription s) {
            subscription = s;
            all.onSubscribe(s);
        }

        @Override
        public void onNext(List<ByteBuffer> part) {
            for (ByteBuffer b : part) size += b.remaining();
            if (size > MOST_BYTES) {
                if (subscription != null) subscription.cancel();
                result.completeExceptionally(new IOException(
                        new HeraldException("address", "The answer is larger than " + (MOST_BYTES >> 20) + " MB")));
            } else all.onNext(part);
        }

        @Override
        public void onError(Throwable t) {
            all.onError(t);
        }

        @Override
        public void onComplete() {
            all.onComplete();
        }
    }
}
