package upbeat.herald.server.api;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

/** A few characters that would be a thousand million once they are written out: refused wherever they enter. */
@Timeout(30)
class HugeNumbersTest {
    private static final String ORDER = "{\"placedAt\":\"2026-11-24T00:00:00Z\",\"payment\":\"prepaid\",%s}";
    private final RunningApp app = RunningApp.shared();

    @ParameterizedTest
    @ValueSource(
            strings = {
                "\"1e999999999\"",
                "1e999999999",
                "1e200000000",
                "\"1e-999999999\"",
                "1e400",
                "12345678901234567890",
                "\"1E+20\"",
                "0.00000001"
            })
    void anOrdersTotalAndPricesHaveLimits(String number) {
        RunningApp.Answer total = app.api("PUT", "/api/v1/orders/kites/HUGE-1", ORDER.formatted("\"total\":" + number));
        assertThat(total.status()).as(total.body()).isBetween(400, 422);
        assertThat(total.json().path("errors").get(0).path("field").asString()).isEqualTo("total");
        assertThat(total.body()).hasSizeLessThan(2_000);
        RunningApp.Answer price = app.api(
                "PUT",
                "/api/v1/orders/kites/HUGE-1",
                ORDER.formatted("\"items\":[{\"name\":\"kite\",\"quantity\":1,\"price\":" + number + "}]"));
        assertThat(price.status()).as(price.body()).isBetween(400, 422);
        assertThat(price.json().path("errors").get(0).path("field").asString()).isEqualTo("items[0].price");
        assertThat(app.api("GET", "/api/v1/orders/kites/HUGE-1", null).status()).isEqualTo(404);
    }

    @ParameterizedTest
    @ValueSource(strings = {"1e999999999", "1e20", "99999999999", "1e-5"})
    void soHaveQuantities(String number) {
        RunningApp.Answer answer = app.api(
                "PUT",
                "/api/v1/orders/kites/HUGE-2",
                ORDER.formatted("\"items\":[{\"name\":\"kite\",\"quantity\":" + number + "}]"));
        assertThat(answer.status()).as(answer.body()).isBetween(400, 422);
    }

    @Test
    void aShopsDocumentIsReadAndSaysWhichValueIsNoAmount() {
        var person = app.signedIn();
        person.call("POST", "/ui/shops", "{\"key\":\"huge\",\"name\":\"Huge\"}");
        String body =
                "{\"id\":\"H-1\",\"created_at\":\"2026-11-24T10:00:00Z\",\"total_cents\":1e200000000,\"total\":1e999999999,"
                        + "\"lines\":[{\"name\":\"kite\",\"quantity\":1,\"price\":1e999999999}]}";
        RunningApp.Answer proposed = person.call("POST", "/ui/shops/huge/propose", body.replaceAll("1e[0-9]+", "8450"));
        JsonNode mapping = proposed.json().path("mapping");
        assertThat(mapping.isObject()).as(proposed.body()).isTrue();
        RunningApp.Answer tried = person.call(
                "POST",
                "/ui/shops/huge/try",
                "{\"mapping\":" + mapping + ",\"body\":"
                        + tools.jackson.databind.json.JsonMapper.shared().writeValueAsString(body) + "}");
        assertThat(tried.status()).as(tried.body()).isEqualTo(200);
        assertThat(tried.body()).hasSizeLessThan(20_000);
        assertThat(tried.json().get(0).path("state").asString())
                .as(tried.body())
                .isIn("unread", "partly");
        RunningApp.Answer alive = app.api("GET", "/api/v1/messages?limit=1", null);
        assertThat(alive.status()).isEqualTo(200);
    }
}
