package upbeat.herald.server.wording;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.RunningApp;

/** A shop's pictures reach the preview through the server, drawn anew, and nothing of the own network does. */
class PreviewPictureTest {
    private static byte[] picture(String format) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(1200, 300, BufferedImage.TYPE_INT_RGB), format, out);
        return out.toByteArray();
    }

    private static RunningApp.Answer get(RunningApp.Person person, String address) {
        return person.call("GET", "/ui/pictures?url=" + URLEncoder.encode(address, StandardCharsets.UTF_8), null);
    }

    @Test
    void picturesAreFetchedOnceAndDrawnAnew() throws Exception {
        AtomicInteger asked = new AtomicInteger();
        HttpServer shop = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        byte[] jpeg = picture("jpg");
        shop.createContext("/", exchange -> {
            asked.incrementAndGet();
            boolean good = exchange.getRequestURI().getPath().equals("/kite.jpg");
            byte[] body = good ? jpeg : "<script>alert(1)</script>".getBytes(StandardCharsets.UTF_8);
            exchange.sendResponseHeaders(200, body.length);
            exchange.getResponseBody().write(body);
            exchange.close();
        });
        shop.start();
        String host = "127.0.0.1:" + shop.getAddress().getPort();
        try (RunningApp app = RunningApp.startWith(Map.of("herald.feeds.allowed", host))) {
            RunningApp.Person person = app.signedIn();
            RunningApp.Answer shown = get(person, "http://" + host + "/kite.jpg");
            assertThat(shown.status()).isEqualTo(200);
            assertThat(shown.body()).as("a PNG now").contains("PNG", "IHDR");
            get(person, "http://" + host + "/kite.jpg");
            assertThat(asked).as("kept").hasValue(1);

            assertThat(get(person, "http://" + host + "/page").status()).isEqualTo(204);
            get(person, "http://" + host + "/page");
            assertThat(asked).as("what is no picture is remembered too").hasValue(2);
        } finally {
            shop.stop(0);
        }
    }

    @Test
    void nothingOfTheOwnNetworkIsShownAndNobodyElseMayAsk() {
        RunningApp app = RunningApp.shared();
        RunningApp.Person person = app.signedIn();
        for (String address : new String[] {
            "http://127.0.0.1:1/x.png",
            "http://169.254.169.254/latest",
            "file:///etc/hosts",
            "not an address",
            "https://" + "x".repeat(3_000) + ".example/"
        }) assertThat(get(person, address).status()).as(address).isEqualTo(204);
        assertThat(app.bare("GET", "/ui/pictures?url=x", null, Map.of()).status())
                .as("not without signing in")
                .isIn(401, 403);
        assertThat(person.call("GET", "/ui/pictures", null).status()).isEqualTo(400);
    }
}
