package upbeat.herald.server.ingest.webhook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.nio.charset.StandardCharsets;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.core.exchange.WebhookSignature;
import upbeat.herald.server.RunningApp;

class ShopWebhookTest {
    private final RunningApp app = RunningApp.shared();
    private final RunningApp.Person person = app.signedIn();

    private static final String ORDER = """
            {"order_no":"%s","created":"2026-11-24 12:00:00","state":"%s","pay_by":"card","currency":"SEK","total_cents":8450,"buyer":{"first_name":"Wren","last_name":"Tern","mail":"%s@customer.example","mobile":"070-174 06 20","locale":"en"},
            "ship_to":{"recipient":"Wren Tern","country":"SE"},"lines":[{"article":"BK-1","title":"Box kite","qty":1,"price_cents":6050}],"shipments":[{"courier":"Skerry Post","track_no":"%s","state":"%s"}]}""";

    private JsonNode shop(String key) {
        return person.call("POST", "/ui/shops", "{\"key\":\"" + key + "\",\"name\":\"A shop\"}")
                .json();
    }

    private RunningApp.Answer signed(JsonNode shop, String id, long shift, String body) {
        long now = InstantSource.system().instant().getEpochSecond() + shift;
        String path = shop.path("address").asString().replaceFirst("https?://[^/]+", "");
        Map<String, String> headers = new HashMap<>(Map.of(
                "webhook-id",
                id,
                "webhook-timestamp",
                "" + now,
                "webhook-signature",
                WebhookSignature.sign(
                        shop.path("signingSecret").asString(), id, now, body.getBytes(StandardCharsets.UTF_8))));
        return app.bare("POST", path, body, headers);
    }

    @Test
    void callsAreKeptThenPointedAtThenRead() {
        JsonNode shop = shop("listen");
        String body = ORDER.formatted("W-1", "sent", "w1", "RX100000003XS", "sent");
        assertThat(signed(shop, "c1", 0, body).json().path("state").asString())
                .as("nobody pointed at anything yet")
                .isEqualTo("new");
        assertThat(signed(shop, "c1", 0, body).json().path("state").asString())
                .as("a replay")
                .isEqualTo("known");
        JsonNode arrivals =
                person.call("GET", "/ui/shops/listen/arrivals", null).json();
        assertThat(arrivals).hasSize(1);
        String mapping = person.call("POST", "/ui/shops/listen/propose", body)
                .json()
                .path("mapping")
                .toString();
        JsonNode tried = person.call("POST", "/ui/shops/listen/try", "{\"mapping\":" + mapping + "}")
                .json();
        assertThat(tried.get(0).path("state").asString()).as(tried.toString()).isEqualTo("read");
        assertThat(tried.get(0).path("order").path("total").asString()).isEqualTo("84.50");
        assertThat(app.api("GET", "/api/v1/orders/listen/W-1", null).status())
                .as("trying keeps nothing")
                .isEqualTo(404);
        JsonNode saved = person.call("PUT", "/ui/shops/listen/mapping", mapping).json();
        assertThat(saved.path("read").asInt()).isEqualTo(1);
        JsonNode order = app.api("GET", "/api/v1/orders/listen/W-1", null).json();
        assertThat(order.path("stage").asString()).isEqualTo("dispatched");
        assertThat(order.path("customer").path("phone").asString()).isEqualTo("+46701740620");
        await().untilAsserted(() ->
                assertThat(app.world.mailbox.to("w1@customer.example")).hasSize(1));
        JsonNode again = person.call("POST", "/ui/shops/listen/read-again", "").json();
        assertThat(again.path("read").asInt()).isEqualTo(1);
        assertThat(again.path("messages").asInt())
                .as("what was sent is not sent again")
                .isZero();
        assertThat(signed(shop, "c2", 0, ORDER.formatted("W-1", "sent", "w1", "RX100000003XS", "completed"))
                        .json()
                        .path("state")
                        .asString())
                .isEqualTo("read");
        assertThat(app.api("GET", "/api/v1/orders/listen/W-1", null)
                        .json()
                        .path("stage")
                        .asString())
                .isEqualTo("delivered");
        assertThat(signed(shop, "c3", 0, ORDER.formatted("W-1", "refunded", "w1", "RX100000003XS", "completed"))
                        .json()
                        .path("state")
                        .asString())
                .isEqualTo("read");
        assertThat(app.api("GET", "/api/v1/orders/listen/W-1", null)
                        .json()
                        .path("stage")
                        .asString())
                .isEqualTo("refunded");
    }

    @Test
    void whatCantBeReadIsKeptAndReadAgainWhenMended() {
        JsonNode shop = shop("mend");
        String mapping = person.call(
                        "POST", "/ui/shops/mend/propose", ORDER.formatted("M-1", "paid", "m", "RX100000031XS", "sent"))
                .json()
                .path("mapping")
                .toString();
        person.call("PUT", "/ui/shops/mend/mapping", mapping);
        assertThat(signed(shop, "a", 0, "{\"order_no\":").json().path("reason").asString())
                .contains("isn't valid JSON");
        assertThat(signed(shop, "b", 0, "{\"other\":1}").json().path("reason").asString())
                .contains("$.order_no isn't in this request");
        JsonNode partly = signed(shop, "c", 0, ORDER.formatted("M-2", "gone fishing", "m2", "RX100000017XS", "sent"))
                .json();
        assertThat(partly.path("state").asString()).isEqualTo("partly");
        assertThat(partly.path("reason").asString()).contains("gone fishing");
        assertThat(app.api("GET", "/api/v1/orders/mend/M-2", null).status())
                .as("the order itself is there")
                .isEqualTo(200);
        assertThat(signed(
                                shop,
                                "d",
                                0,
                                ORDER.formatted("M-3", "paid", "m3", "RX100000025XS", "sent")
                                        .replace("Skerry Post", "Pigeon"))
                        .json()
                        .path("reason")
                        .asString())
                .contains("no carrier \"Pigeon\"");
        JsonNode unread =
                person.call("GET", "/ui/shops/mend/arrivals?state=unread", null).json();
        assertThat(unread).hasSize(2);
        var mended =
                (tools.jackson.databind.node.ObjectNode) JsonMapper.shared().readTree(mapping);
        ((tools.jackson.databind.node.ObjectNode) mended.path("stages")).put("gone fishing", "");
        JsonNode saved =
                person.call("PUT", "/ui/shops/mend/mapping", mended.toString()).json();
        assertThat(saved.path("read").asInt()).as(saved.toString()).isEqualTo(1);
        assertThat(person.call(
                                "DELETE",
                                "/ui/shops/mend/arrivals/"
                                        + unread.get(0).path("id").asLong(),
                                null)
                        .status())
                .isEqualTo(204);
        assertThat(person.call("PUT", "/ui/shops/mend/mapping", "{\"fields\":{},\"lists\":{},\"stages\":{}}")
                        .status())
                .as("a mapping that finds nothing")
                .isEqualTo(422);
    }

    @Test
    void onlyWhoKnowsTheSecretIsLetIn() {
        JsonNode shop = shop("guard");
        String path = shop.path("address").asString().replaceFirst("https?://[^/]+", "");
        assertThat(signed(shop, "1", -400, "{}").json().path("detail").asString())
                .contains("more than five minutes ago");
        assertThat(signed(shop, "2", 400, "{}").status()).isEqualTo(401);
        assertThat(app.bare("POST", path, "{}", Map.of()).status()).isEqualTo(401);
        assertThat(app.bare(
                                "POST",
                                path,
                                "{}",
                                Map.of(
                                        "webhook-id",
                                        "1",
                                        "webhook-timestamp",
                                        "" + InstantSource.system().instant().getEpochSecond(),
                                        "webhook-signature",
                                        "v1,AAAA"))
                        .json()
                        .path("detail")
                        .asString())
                .contains("doesn't match");
        assertThat(app.bare("POST", path, "{}", Map.of("X-Shop-Secret", "guess"))
                        .status())
                .isEqualTo(401);
        assertThat(app.bare(
                                "POST",
                                path,
                                "{}",
                                Map.of(
                                        "X-Shop-Secret",
                                        shop.path("headerSecret").asString()))
                        .status())
                .isEqualTo(202);
        assertThat(app.bare("POST", "/doors/shops/nowhere", "{}", Map.of()).status())
                .isEqualTo(404);
        JsonNode renewed = person.call("POST", "/ui/shops/guard/address", "").json();
        assertThat(signed(shop, "3", 0, "{}").status())
                .as("the old address is closed")
                .isEqualTo(404);
        assertThat(signed(renewed, "4", 0, "{}").status()).isEqualTo(202);
        assertThat(signed(renewed, "5", 0, "x".repeat(6 << 20)).status()).isEqualTo(413);
        assertThat(person.call("POST", "/ui/shops", "{\"key\":\"Not Good\"}").status())
                .isEqualTo(422);
    }

    @Test
    void theDemosShopSignsForItself() {
        app.bare(
                "POST",
                app.world.settings().get("herald.bench.url") + "/shop",
                "{\"door\":\"" + app.url
                        + "/doors/shops/kites-local-use-only\",\"secret\":\"whsec_a2l0ZXMtbG9jYWwtdXNlLW9ubHktc2VjcmV0\"}",
                Map.of());
        assertThat(app.bare(
                                "POST",
                                "/bench/shop-call",
                                ORDER.formatted("DS-1", "paid", "ds", "RX100000034XS", "label_created"),
                                Map.of())
                        .json()
                        .path("state")
                        .asString())
                .isEqualTo("read");
        assertThat(app.api("GET", "/api/v1/orders/kites/DS-1", null)
                        .json()
                        .path("stage")
                        .asString())
                .isEqualTo("packed");
    }

    /** A shop doesn't send an order again because we could not read a telephone number. */
    @Test
    void oneBadValueDoesNotLoseTheOrder() {
        JsonNode shop = shop("lenient");
        String good = ORDER.formatted("L-0", "paid", "l0", "RX100000062XS", "sent");
        String mapping = person.call("POST", "/ui/shops/lenient/propose", good)
                .json()
                .path("mapping")
                .toString();
        person.call("PUT", "/ui/shops/lenient/mapping", mapping);
        String bad = ORDER.formatted("L-1", "paid", "l1", "RX100000076XS", "sent")
                .replace("070-174 06 20", "n/a")
                .replace("l1@customer.example", "l1 at customer")
                .replace("\"country\":\"SE\"", "\"country\":\"Atlantis\"")
                .replace("\"created\":\"2026-11-24 12:00:00\"", "\"created\":\"2066-11-24 12:00:00\"")
                .replace("\"qty\":1", "\"qty\":0");
        JsonNode answer = signed(shop, "l1", 0, bad).json();
        assertThat(answer.path("state").asString()).as(answer.toString()).isEqualTo("partly");
        assertThat(answer.path("reason").asString())
                .contains("Customer phone: \"n/a\" isn't a valid phone number")
                .contains("Customer e-mail: \"l1 at customer\" isn't an e-mail address")
                .contains("Country code: \"ATLANTIS\" isn't a country code")
                .contains("Order date: This time is in the future")
                .contains("Item: quantity");
        JsonNode order = app.api("GET", "/api/v1/orders/lenient/L-1", null).json();
        assertThat(order.path("customer").path("name").asString()).isEqualTo("Wren Tern");
        assertThat(order.path("customer").path("phone").isNull()).isTrue();
        assertThat(order.path("items").get(0).path("quantity").asInt()).isEqualTo(1);
        assertThat(order.path("parcels").size()).as("and its parcel").isEqualTo(1);
        assertThat(order.path("notes").toString()).contains("n/a", "saved without it");

        assertThat(signed(shop, "l2", 0, bad.replace("\"order_no\":\"L-1\"", "\"order_no\":\"\""))
                        .json()
                        .path("state")
                        .asString())
                .as("without a number there is no order")
                .isEqualTo("unread");
        int notes = order.path("notes").size();
        person.call("POST", "/ui/shops/lenient/read-again", "");
        assertThat(app.api("GET", "/api/v1/orders/lenient/L-1", null)
                        .json()
                        .path("notes")
                        .size())
                .as("said once")
                .isEqualTo(notes);
    }
}
