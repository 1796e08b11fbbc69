package upbeat.herald.server.platform.http;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

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
        assertThatThrownBy(() -> allowed().get(address)).isInstanceOf(upbeat.herald.core.HeraldException.class);
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
        assertThat(OutboundHttp.isInternal(InetAddress.getByName(ip))).isFalse();
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
