package upbeat.herald.server.reach;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

/** Whoever narrows an audience sees what it does, from what is really there. */
class AudienceCountTest {
    private RunningApp app;

    /** Each test counts everything there is. */
    @BeforeEach
    void start() {
        app = RunningApp.start();
    }

    @AfterEach
    void stop() {
        app.close();
    }

    private static final String ORDER = """
            {"placedAt":"%s","customer":{"name":"A","email":"%s","phone":null},
            "shipTo":{"country":"%s","postcode":"%s"},"payment":"%s","currency":"EUR","total":"%s",
            "items":[{"sku":"%s","name":"Thing","quantity":1,"price":"%s"}],"consent":{},"tags":[]}""";

    private void put(String number, String email, String country, String payment, String total, String sku) {
        String body = ORDER.formatted(app.now().toString(), email, country, "10115", payment, total, sku, total);
        assertThat(app.api("PUT", "/api/v1/orders/kites/" + number, body).status())
                .isBetween(200, 201);
    }

    private JsonNode count(String match, String conditions) {
        return app.signedIn()
                .call(
                        "POST",
                        "/ui/plan/audience",
                        "{\"match\":\"" + match + "\",\"conditions\":[" + conditions + "],\"groups\":[]}")
                .json();
    }

    @Test
    void countsTheLastOrdersWithExamplesOfBothSides() {
        put("A-1", "one@customer.example", "DE", "cash-on-delivery", "120", "KITE-1");
        put("A-2", "two@customer.example", "AT", "cash-on-delivery", "90", "KITE-2");
        put("A-3", "one@customer.example", "SE", "prepaid", "300", "REEL-1");
        String kites = "{\"kind\":\"sku\",\"values\":[\"KITE-*\"]}";
        String big = "{\"kind\":\"total\",\"values\":[\"EUR\"],\"from\":\"100\"}";
        JsonNode both = count("all", kites + "," + big);
        assertThat(both.path("orders").asInt()).isEqualTo(3);
        assertThat(both.path("fitting").asInt()).isEqualTo(1);
        assertThat(both.path("conditions").get(0).path("orders").asInt()).isEqualTo(2);
        assertThat(both.path("conditions").get(1).path("orders").asInt()).isEqualTo(2);
        assertThat(both.path("inside").toString()).contains("A-1").doesNotContain("A-2");
        assertThat(both.path("outside").toString())
                .contains("This order has no SKU like \\\"KITE-*\\\"")
                .contains("This order comes to 90.00 EUR. The notice is only for orders of 100.00 EUR or more");
        assertThat(both.path("describe").asString()).isEqualTo("orders with the SKU \"KITE-*\", of 100.00 EUR or more");
        assertThat(count("any", kites + "," + big).path("fitting").asInt()).isEqualTo(3);
        assertThat(count("none", kites).path("inside").toString()).contains("A-3");
        // The second order of one customer.
        JsonNode returning = count("all", "{\"kind\":\"customer\",\"values\":[\"returning\"]}");
        assertThat(returning.path("fitting").asInt()).isEqualTo(1);
        assertThat(returning.path("inside").toString()).contains("A-3");
    }

    @Test
    void whatIsBeingTypedDoesNotSpoilTheCount() {
        put("B-1", "b@customer.example", "DE", "prepaid", "10", "KITE-1");
        JsonNode half = count("all", "{\"kind\":\"country\",\"values\":[\"DE\"]},{\"kind\":\"total\",\"values\":[]}");
        assertThat(half.path("fitting").asInt()).isEqualTo(1);
        assertThat(half.path("conditions").get(1).path("fault").asString()).isEqualTo("Choose one currency");
        assertThat(half.path("conditions").get(1).path("orders").isMissingNode()
                        || half.path("conditions").get(1).path("orders").isNull())
                .isTrue();
        JsonNode apart =
                count("all", "{\"kind\":\"country\",\"values\":[\"DE\"]},{\"kind\":\"country\",\"values\":[\"AT\"]}");
        assertThat(apart.path("fitting").asInt()).isZero();
        assertThat(apart.path("contradiction").asString())
                .isEqualTo("No order can be both: orders to Germany, and orders to Austria");
    }

    @Test
    void moreThanAnybodyMayAskIsRefused() {
        String one = "{\"kind\":\"country\",\"values\":[\"DE\"]}";
        String many = String.join(",", java.util.Collections.nCopies(41, one));
        assertThat(count("any", many).path("errors").toString()).contains("up to 40 conditions");
        assertThat(count("any", String.join(",", java.util.Collections.nCopies(40, one)))
                        .path("conditions"))
                .hasSize(40);
    }

    @Test
    void everythingThatCanBeChosenIsListedByName() {
        put("C-1", "c@customer.example", "DE", "prepaid", "10", "KITE-1");
        JsonNode kinds = app.signedIn().call("GET", "/ui/plan/conditions", null).json();
        assertThat(kinds.findValuesAsString("code"))
                .containsExactly(
                        "payment",
                        "country",
                        "region",
                        "postcode",
                        "language",
                        "shop",
                        "carrier",
                        "item",
                        "sku",
                        "quantity",
                        "total",
                        "parcels",
                        "tag",
                        "customer",
                        "address",
                        "consent",
                        "answer",
                        "sent",
                        "placed",
                        "dispatched");
        assertThat(kinds.toString())
                .contains("\"Austria\"", "\"KITE-1\"", "\"Thing\"", "cash on delivery", "\"German\"")
                .doesNotContain("customer.example");
    }

    @Test
    void anEmptyInstallationCountsNothing() {
        JsonNode none = count("all", "{\"kind\":\"country\",\"values\":[\"DE\"]}");
        assertThat(none.path("orders").asInt()).isZero();
        assertThat(none.path("inside")).isEmpty();
    }
}
