package upbeat.herald.server.api;

import static org.assertj.core.api.Assertions.assertThat;

import com.standardwebhooks.Webhook;
import java.time.Instant;
import java.util.Map;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.ChatNetwork;

/** Whatever comes in, the answer says what is wrong with it; 500 is for our own faults only. */
class NeverAFaultTest {
    private static final RunningApp app = RunningApp.shared();

    @Test
    void aSignedChatEventThatIsNoJson() throws Exception {
        String id = "evt_no_json";
        long at = Instant.now().getEpochSecond();
        for (String body : new String[] {"not json", "[", "\"text\"", "[]", "null"}) {
            String signature = new Webhook(ChatNetwork.WEBHOOK_SECRET).sign(id, at, body);
            assertThat(app.bare(
                                    "POST",
                                    "/doors/chat",
                                    body,
                                    Map.of(
                                            "webhook-id",
                                            id,
                                            "webhook-timestamp",
                                            Long.toString(at),
                                            "webhook-signature",
                                            signature))
                            .status())
                    .as(body)
                    .isLessThan(500);
        }
    }

    @Test
    void aDeepDocument() {
        for (String path : new String[] {"/api/v1/scans/epcis", "/api/v1/scans", "/api/v1/orders/kites/DEEP-1"})
            assertThat(app.api(path.contains("orders") ? "PUT" : "POST", path, "[".repeat(100_000))
                            .status())
                    .as(path)
                    .isBetween(400, 499);
        assertThat(app.api("POST", "/api/v1/scans/iftsta", "").body()).contains("IFTSTA");
    }

    @Test
    void oddAddressesOfCustomersPages() {
        for (String path : new String[] {
            "/t/x", "/t/%00", "/t/%F0%9F%AA%81", "/t/..%2F..", "/a/x", "/a/%25%25", "/a/" + "x".repeat(4000), "/error"
        }) {
            assertThat(app.bare("GET", path, null, Map.of("Accept", "text/html"))
                            .status())
                    .as(path)
                    .isBetween(400, 499);
        }
    }

    @Test
    void aPersonAtAnUnknownAddressSeesAPage() {
        RunningApp.Answer page = app.bare("GET", "/no/such/page", null, Map.of("Accept", "text/html,*/*"));
        assertThat(page.status()).isEqualTo(404);
        assertThat(page.body()).contains("<h1>There is no page here</h1>", "href=\"/\"");
        RunningApp.Answer machine = app.bare("GET", "/no/such/page", null, Map.of("Accept", "application/json"));
        assertThat(machine.status()).isEqualTo(404);
        assertThat(machine.json().path("status").asInt()).isEqualTo(404);
    }
}
