package upbeat.herald.server.platform.security;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** With a proxy in front, which ends TLS and says for whom it asks. */
class BehindProxyTest extends OwnAppTestCase {
    private static HttpServer proxy;
    private static String address;

    /** Passes calls on with the headers that proxies add; the test's header X-Client stands for who calls it. */
    @BeforeAll
    static void openProxy() throws IOException {
        HttpClient client =
                HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
        proxy = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 50);
        proxy.createContext("/", exchange -> {
            try (exchange) {
                HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(app.url + exchange.getRequestURI()));
                String caller = exchange.getRequestHeaders().getFirst("X-Client");
                request.header("X-Forwarded-For", caller == null ? "203.0.113.9" : caller);
                request.header("X-Forwarded-Proto", "https");
                request.method(
                        exchange.getRequestMethod(),
                        HttpRequest.BodyPublishers.ofByteArray(
                                exchange.getRequestBody().readAllBytes()));
                HttpResponse<byte[]> answer = client.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
                answer.headers().map().forEach((name, values) -> {
                    if (!List.of("transfer-encoding", "content-length", "connection")
                            .contains(name)) exchange.getResponseHeaders().put(name, values);
                });
                exchange.sendResponseHeaders(
                        answer.statusCode(), answer.body().length == 0 ? -1 : answer.body().length);
                if (answer.body().length > 0) exchange.getResponseBody().write(answer.body());
            } catch (InterruptedException e) {
                throw new UncheckedIOException(new IOException(e));
            }
        });
        proxy.start();
        address = "http://127.0.0.1:" + proxy.getAddress().getPort();
    }

    @AfterAll
    static void closeProxy() {
        proxy.stop(0);
    }

    private RunningApp.Answer through(String client, String method, String path, String body) {
        return app.bare(method, address + path, body, Map.of("X-Client", client));
    }

    @Test
    void oneCustomerWhoCallsTooOftenKeepsNobodyElseOut() {
        int refused = 0;
        for (int i = 0; i < 140; i++)
            if (through("198.51.100.1", "GET", "/t/abcdefghijk", null).status() == 429) refused++;
        assertThat(refused).as("the one who calls 140 times a minute").isPositive();
        assertThat(through("198.51.100.2", "GET", "/t/abcdefghijk", null).status())
                .as("another one behind the same proxy")
                .isNotEqualTo(429);
    }

    @Test
    void cookiesAreForTlsOnlyAndBrowsersStayWithIt() {
        RunningApp.Answer answer = through("198.51.100.3", "GET", "/ui/session", null);
        assertThat(answer.response().headers().allValues("Set-Cookie"))
                .isNotEmpty()
                .allMatch(c -> c.contains("Secure"));
        assertThat(answer.response().headers().firstValue("Strict-Transport-Security"))
                .isPresent();
        assertThat(app.bare("GET", "/ui/session", null, Map.of())
                        .response()
                        .headers()
                        .firstValue("Strict-Transport-Security"))
                .as("without TLS it would lock people out")
                .isEmpty();
    }

    @Test
    void theTestBenchIsNotReachedThroughAProxy() {
        assertThat(through("198.51.100.4", "GET", "/bench/clock", null).status())
                .isEqualTo(404);
        assertThat(through("198.51.100.4", "GET", "/%62ench/clock", null).status())
                .isEqualTo(404);
        assertThat(app.bare("GET", "/bench/clock", null, Map.of()).status()).isEqualTo(200);
    }

    @Test
    void theGuardOfTheTestBenchReadsPathsAsTheyAreServed() {
        for (String path : List.of("/bench/clock", "/%62ench/clock", "/bench;x=1/clock", "/x/../bench/clock"))
            assertThat(app.bare("GET", path, null, Map.of("Origin", "https://elsewhere.example"))
                            .status())
                    .as(path)
                    .isIn(400, 404);
    }
}
