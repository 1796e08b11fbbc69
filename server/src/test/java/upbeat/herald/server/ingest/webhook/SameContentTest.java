package upbeat.herald.server.ingest.webhook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** A shop that can only send a secret has no IDs: the same content within a day is the same request. */
class SameContentTest extends OwnAppTestCase {

    @Test
    void theSameContentWithinADayIsTakenOnce() {
        RunningApp.Person person = app.signedIn();
        JsonNode shop = person.call("POST", "/ui/shops", "{\"key\":\"plain\",\"name\":\"Plain\"}")
                .json();
        String path = shop.path("address").asString().replaceFirst("^https?://[^/]+", "");
        String secret = shop.path("headerSecret").asString("");
        assertThat(secret).as(shop.toString()).isNotEmpty();
        Map<String, String> header = Map.of("X-Shop-Secret", secret);
        String body = "{\"order_number\":\"P-1\"}";
        assertThat(app.bare("POST", path, body, header).json().path("state").asString())
                .isEqualTo("new");
        assertThat(app.bare("POST", path, body, header).json().path("state").asString())
                .isEqualTo("known");
        assertThat(app.bare("POST", path, body.replace("P-1", "P-2"), header)
                        .json()
                        .path("state")
                        .asString())
                .isEqualTo("new");
        app.advance("P1D");
        app.advance("PT1H");
        assertThat(app.bare("POST", path, body, header).json().path("state").asString())
                .as("a day later it is news")
                .isEqualTo("new");
    }
}
