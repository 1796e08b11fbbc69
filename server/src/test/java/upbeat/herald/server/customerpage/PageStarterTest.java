package upbeat.herald.server.customerpage;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

/** The tracking page while nobody has written anything on it. */
class PageStarterTest {
    private final RunningApp.Person person = RunningApp.shared().signedIn();

    @Test
    void isInTheListBesideTheNoticesAndNoneOfThePlans() {
        JsonNode line = person.call("GET", "/ui/wording", null)
                .json()
                .valueStream()
                .filter(n -> n.path("id").asString().equals("tracking-page"))
                .findFirst()
                .orElseThrow();
        assertThat(line.path("name").asString()).isEqualTo("Tracking page");
        assertThat(line.path("channels").get(0).path("missingLanguages"))
                .as("it speaks all of them by itself")
                .isEmpty();
        assertThat(person.call("GET", "/ui/plan", null).body()).doesNotContain("tracking-page");
        assertThat(person.call("GET", "/ui/plan/file", null).body()).doesNotContain("tracking-page");
    }

    @Test
    void showsItsOwnPartsAsBlocks() {
        JsonNode page =
                person.call("GET", "/ui/wording/tracking-page/email", null).json();
        assertThat(page.path("whole").path("blocks").findValuesAsString("kind"))
                .containsExactly("question", "parcels", "returns", "help");
        assertThat(page.path("fields").findValuesAsString("name"))
                .contains("order.number", "brand.name")
                .doesNotContain("customer.name", "shipTo.street", "answer.link");
    }
}
