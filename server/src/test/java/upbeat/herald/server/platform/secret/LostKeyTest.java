package upbeat.herald.server.platform.secret;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.ChatNetwork;
import upbeat.herald.standins.SimulatedWorld;

/** Without vault.key the product starts, says which secrets have to be entered again, and takes them. */
class LostKeyTest {

    private static JsonNode gateway(RunningApp.Person person) {
        return person.call("GET", "/ui/gateways", null)
                .json()
                .valueStream()
                .filter(g -> g.path("channel").asString().equals("whatsapp"))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whatWasSealedIsEnteredAgain() throws IOException {
        Path data = RunningApp.folder();
        try (SimulatedWorld world = new SimulatedWorld()) {
            world.start();
            String account;
            try (RunningApp app = RunningApp.start(world, data)) {
                RunningApp.Person person = app.signedIn();
                account = gateway(person).path("account").toString();
                assertThat(person.call(
                                        "PUT",
                                        "/ui/gateways/whatsapp",
                                        "{\"account\":" + account + ",\"secrets\":{\"token\":\"" + ChatNetwork.TOKEN
                                                + "\"}}")
                                .status())
                        .isEqualTo(200);
                person.call("POST", "/ui/shops", "{\"key\":\"lost\",\"name\":\"Lost\"}");
            }
            Files.delete(data.resolve("vault.key"));
            try (RunningApp app = RunningApp.start(world, data)) {
                RunningApp.Person person = app.signedIn();
                assertThat(gateway(person).path("secretsLost").asBoolean()).isTrue();
                JsonNode shop = person.call("GET", "/ui/shops/lost", null).json();
                assertThat(shop.path("signingSecret").asString("")).isEmpty();
                String path = shop.path("address").asString().replaceFirst("^https?://[^/]+", "");
                assertThat(app.bare("POST", path, "{}", Map.of("X-Shop-Secret", "any"))
                                .body())
                        .contains("secrets are lost");
                assertThat(person.call(
                                        "PUT",
                                        "/ui/gateways/whatsapp",
                                        "{\"account\":" + account + ",\"secrets\":{\"token\":\"" + ChatNetwork.TOKEN
                                                + "\"}}")
                                .json()
                                .path("secretsLost")
                                .asBoolean())
                        .isFalse();
            }
        }
    }
}
