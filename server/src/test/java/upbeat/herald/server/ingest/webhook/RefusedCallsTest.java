package upbeat.herald.server.ingest.webhook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

/** A shop that is set up wrong shows in Setup: how often and why, and nothing of what it sent. */
class RefusedCallsTest {
    private static final String BODY = "{\"order\":\"R-1\",\"mail\":\"private-person@customer.example\"}";
    private final RunningApp app = RunningApp.shared();
    private final RunningApp.Person person = app.signedIn();

    private String add(String key) {
        return path(person.call("POST", "/ui/shops", "{\"key\":\"" + key + "\",\"name\":\"A shop\"}")
                .json());
    }

    private static String path(JsonNode shop) {
        return shop.path("address").asString().replaceFirst("https?://[^/]+", "");
    }

    private JsonNode refused(String key) {
        return person.call("GET", "/ui/shops/" + key + "/refused", null).json();
    }

    @Test
    void showHowOftenAndWhyWithoutTheirBody() {
        String path = add("wrong-secret");
        assertThat(refused("wrong-secret")).isEmpty();
        for (int i = 0; i < 30; i++)
            assertThat(app.bare("POST", path, BODY, Map.of("X-Shop-Secret", "guess-" + i))
                            .status())
                    .isEqualTo(401);
        assertThat(app.bare("POST", path, BODY, Map.of()).status()).isEqualTo(401);
        await().untilAsserted(() -> assertThat(refused("wrong-secret"))
                .as("one line for each reason, however many calls")
                .hasSize(2));
        await().untilAsserted(() -> assertThat(refused("wrong-secret")
                        .valueStream()
                        .mapToLong(r -> r.path("calls").asLong())
                        .sum())
                .isEqualTo(31));
        assertThat(refused("wrong-secret").toString())
                .contains("X-Shop-Secret isn't this shop's secret")
                .doesNotContain("guess-", "private-person");
        assertThat(person.call("GET", "/ui/shops/wrong-secret/arrivals", null).json())
                .isEmpty();
        JdbcClient reader = app.context.getBean(JdbcClient.class);
        assertThat(reader.sql("select count(*) from arrival where shop = 'wrong-secret'")
                        .query(Integer.class)
                        .single())
                .isZero();
    }

    @Test
    void areGoneOnceClearedAndWithNewSecrets() {
        String path = add("cleared");
        app.bare("POST", path, BODY, Map.of("X-Shop-Secret", "guess"));
        await().untilAsserted(() -> assertThat(refused("cleared")).hasSize(1));
        assertThat(person.call("DELETE", "/ui/shops/cleared/refused", null).status())
                .isEqualTo(204);
        assertThat(refused("cleared")).isEmpty();
        await().untilAsserted(() -> {
            app.bare("POST", path, BODY, Map.of("X-Shop-Secret", "guess"));
            assertThat(refused("cleared")).hasSize(1);
        });
        person.call("POST", "/ui/shops/cleared/address", "");
        assertThat(refused("cleared")).isEmpty();
    }

    @Test
    void anAddressThatNobodyHasIsNotCounted() {
        assertThat(app.bare("POST", "/doors/shops/in_nobody", BODY, Map.of()).status())
                .isEqualTo(404);
        assertThat(person.call("GET", "/ui/shops/nobody/refused", null).json()).isEmpty();
    }
}
