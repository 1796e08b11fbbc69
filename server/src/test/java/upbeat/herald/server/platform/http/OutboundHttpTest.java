package upbeat.herald.server.platform.http;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.HeraldException;

class OutboundHttpTest {
    private HttpServer server;
    private String host;

    @BeforeEach
    void start() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        host = "127.0.0.1:" + server.getAddress().getPort();
        server.start();
    }

    @AfterEach
    void stop() {
        server.stop(0);
    }

    private void answer(String path, int status, String type, String body, String location) {
        server.createContext(path, exchange -> {
            if (type != null) exchange.getResponseHeaders().set("Content-Type", type);
            if (location != null) exchange.getResponseHeaders().set("Location", location);
            byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
            exchange.sendResponseHeaders(status, bytes.length == 0 ? -1 : bytes.length);
            exchange.getResponseBody().write(bytes);
            exchange.close();
        });
    }

    private OutboundHttp allowed() {
        return new OutboundHttp(new OutboundProperties(host));
    }

    @Test
    void anAllowedAddressIsFetched() {
        answer("/orders.csv", 200, "text/csv", "order\n1\n", null);
        OutboundHttp.Fetched fetched = allowed().get("http://" + host + "/orders.csv");
        assertThat(new String(fetched.body(), StandardCharsets.UTF_8)).isEqualTo("order\n1\n");
        assertThat(fetched.type()).startsWith("text/csv");
    }

    /** Private and special addresses: RFC 1918, RFC 3927, RFC 4193, RFC 5735. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "http://127.0.0.1/x",
                "http://10.1.2.3/x",
                "http://192.168.0.1/x",
                "http://172.16.5.5/x",
                "http://169.254.169.254/latest",
                "http://[::1]/x",
                "http://[fd00::1]/x",
                "http://0.0.0.0/x",
                "http://100.64.0.1/x",
                "http://192.0.0.8/x",
                "http://198.18.0.1/x",
                "http://198.19.255.255/x",
                "http://240.0.0.1/x",
                "http://255.255.255.255/x",
                "http://[64:ff9b::7f00:1]/x",
                "http://[64:ff9b:1::1]/x",
                "http://[2002:7f00:1::]/x",
                "http://[2001:0:1::1]/x",
                "http://[::7f00:1]/x",
                "http://[::ffff:127.0.0.1]/x",
                "http://2130706433/x"
            })
    void anAddressInsideTheNetworkIsRefused(String address) {
        OutboundHttp http = new OutboundHttp(new OutboundProperties(""));
        assertThatThrownBy(() -> http.get(address)).hasMessageContaining("inside this network");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"file:///etc/hosts", "ftp://shop.example/x", "shop.example", "http://user:pw@shop.example/"})
    void onlyAPlainWebAddressIsTaken(String address) {
        assertThatThrownBy(() -> allowed().get(address)).isInstanceOf(HeraldException.class);
    }

    @Test
    void aRedirectIntoTheNetworkIsRefused() {
        answer("/away", 302, null, "", "http://192.168.0.1/secret");
        assertThatThrownBy(() -> allowed().get("http://" + host + "/away"))
                .hasMessageContaining("redirects to 192.168.0.1")
                .hasMessageContaining("inside this network");
    }

    @Test
    void aCircleOfRedirectsEnds() {
        answer("/round", 302, null, "", "/round");
        assertThatThrownBy(() -> allowed().get("http://" + host + "/round")).hasMessageContaining("more than 3 times");
    }

    @Test
    void anErrorOrAWebPageIsNoData() {
        answer("/gone", 404, "text/plain", "gone", null);
        answer("/login", 200, "text/html", "<!doctype html><title>Sign in</title>", null);
        assertThatThrownBy(() -> allowed().get("http://" + host + "/gone")).hasMessageContaining("status 404");
        assertThatThrownBy(() -> allowed().get("http://" + host + "/login")).hasMessageContaining("web page");
    }

    /** A name that leads to the open network when it is checked and to our own when it is called. */
    @Test
    void aNameIsResolvedOnceForCheckAndCall() throws Exception {
        AtomicInteger called = new AtomicInteger();
        server.createContext("/", exchange -> {
            called.incrementAndGet();
            exchange.sendResponseHeaders(200, -1);
            exchange.close();
        });
        InetAddress open = InetAddress.getByName("11.0.0.1");
        for (int publicAnswers = 0; publicAnswers < 4; publicAnswers++) {
            AtomicInteger asked = new AtomicInteger();
            int first = publicAnswers;
            OutboundNetwork network = new OutboundNetwork(
                    name -> new InetAddress[] {asked.getAndIncrement() < first ? open : InetAddress.getLoopbackAddress()
                    },
                    true,
                    Set.of());
            try (OutboundHttp http = new OutboundHttp(network, Duration.ofMillis(200))) {
                String address = "http://shop.example:" + server.getAddress().getPort() + "/orders.csv";
                assertThatThrownBy(() -> http.get(address, Duration.ofSeconds(1)))
                        .isInstanceOf(HeraldException.class);
            }
        }
        assertThat(called).hasValue(0);
    }

    @Test
    void oneInnerAddressAmongOthersIsEnoughToRefuse() throws Exception {
        InetAddress[] both = {InetAddress.getByName("11.0.0.1"), InetAddress.getLoopbackAddress()};
        OutboundNetwork network = new OutboundNetwork(name -> both, true, Set.of());
        assertThatThrownBy(() -> network.resolve("shop.example", 80)).isInstanceOf(InsideNetworkException.class);
        assertThat(new OutboundNetwork(name -> both, true, Set.of("shop.example:80")).resolve("Shop.example", 80))
                .hasSize(2);
        assertThat(new OutboundNetwork(name -> both, false, Set.of()).resolve("shop.example", 80))
                .hasSize(2);
    }

    @Test
    void anAnswerThatIsTooLargeOrTooSlowIsGivenUp() throws Exception {
        server.createContext("/large", exchange -> {
            exchange.sendResponseHeaders(200, 0);
            byte[] part = new byte[1 << 20];
            try (var out = exchange.getResponseBody()) {
                for (int i = 0; i < 30; i++) out.write(part);
            } catch (IOException e) {
                exchange.close(); // the caller hung up, as it should
            }
        });
        server.createContext("/drop", exchange -> {
            exchange.sendResponseHeaders(200, 0);
            exchange.getResponseBody().write('x');
            exchange.getResponseBody().flush(); // and never again
        });
        assertThatThrownBy(() -> allowed().get("http://" + host + "/large")).hasMessageContaining("larger than 20 MB");
        assertThatThrownBy(() -> allowed().get("http://" + host + "/drop", Duration.ofMillis(500)))
                .hasMessageContaining("didn't answer in full");
    }

    @Test
    void aServerThatIsAwayOrUnknownIsSaidToBe() {
        server.stop(0);
        assertThatThrownBy(() -> allowed().get("http://" + host + "/x")).hasMessageContaining("can't be reached");
        assertThatThrownBy(() -> allowed().get("http://nobody.invalid/x")).hasMessageContaining("no server called");
    }

    /** By the IANA registries of special-purpose addresses; the public ones are neighbours of the ranges. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "100.63.255.255",
                "100.128.0.0",
                "192.0.1.1",
                "198.17.255.255",
                "198.20.0.0",
                "223.255.255.254",
                "11.0.0.1",
                "172.32.0.1",
                "2003::1",
                "2a00::1",
                "64:ff9c::1",
                "2600::1"
            })
    void aPublicAddressIsNotTakenForAnInnerOne(String ip) throws Exception {
        assertThat(SpecialAddresses.isInternal(InetAddress.getByName(ip))).isFalse();
    }

    @ParameterizedTest
    @org.junit.jupiter.params.provider.CsvSource({
        "10.0.0.0/8, 10.255.255.255, true", "10.0.0.0/8, 11.0.0.0, false", "198.18.0.0/15, 198.19.0.1, true",
        "198.18.0.0/15, 198.20.0.0, false", "0.0.0.0/0, 8.8.8.8, true", "2001::/23, 2001:1ff::1, true",
        "2001::/23, 2001:200::1, false", "1.2.3.4/32, 1.2.3.4, true", "1.2.3.4/32, 1.2.3.5, false",
        "fc00::/7, 10.0.0.1, false"
    })
    void aRangeHoldsWhatItsFirstBitsSay(String cidr, String ip, boolean inside) throws Exception {
        assertThat(AddressRange.parse(cidr).contains(InetAddress.getByName(ip).getAddress()))
                .isEqualTo(inside);
    }
}
