package upbeat.herald.server.message;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** What is said once for an order that leaves in several parcels. */
class OncePerOrderTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeAll
    static void plan() {
        person = app.signedIn();
        add(
                "First parcel",
                "order",
                "dispatched",
                "{{brand.name}}: {{order.number}} has begun: {{parcel.trackingNumber}}");
        add(
                "All of it",
                "whole-order",
                "dispatched",
                "{{brand.name}}: all of {{order.number}} left: {{order.trackingNumbers}}");
    }

    private static void add(String name, String per, String stage, String text) {
        RunningApp.Answer made = person.call(
                "POST",
                "/ui/plan/notices",
                "{\"name\":\"" + name + "\",\"state\":\"live\",\"stage\":\"" + stage
                        + "\",\"after\":\"PT0S\",\"per\":\"" + per
                        + "\",\"ageLimit\":\"PT48H\",\"channels\":[\"sms\"],\"rule\":\"all\",\"wordings\":{\"sms\":{\"text\":\""
                        + text
                        + "\"}}}");
        assertThat(made.status()).as(made.body()).isEqualTo(201);
    }

    private static String twoItems(String phone) {
        String number = app.number();
        app.api(
                "PUT",
                "/api/v1/orders/kites/" + number,
                "{\"placedAt\":\"" + app.now() + "\",\"customer\":{\"name\":\"Ann\",\"phone\":\"" + phone
                        + "\",\"language\":\"en\"},\"shipTo\":{\"country\":\"SE\"},\"payment\":\"prepaid\",\"items\":[{\"sku\":\"A\",\"name\":\"Kite\",\"quantity\":1},{\"sku\":\"B\",\"name\":\"Reel\",\"quantity\":1}]}");
        return number;
    }

    private static void parcel(String number, String tracking, String sku) {
        RunningApp.Answer put = app.api(
                "POST",
                "/api/v1/orders/kites/" + number + "/parcels",
                "{\"carrier\":\"hopgate\",\"trackingNumber\":\"" + tracking + "\",\"items\":[{\"sku\":\"" + sku
                        + "\",\"quantity\":1}]}");
        assertThat(put.status()).as(put.body()).isLessThan(300);
    }

    private static List<String> said(String number, String notice) {
        List<String> texts = new ArrayList<>();
        for (JsonNode m : app.read(number).path("messages"))
            if (m.path("notice").asString().equals(notice))
                texts.add(m.path("status").asString() + " "
                        + m.path("trackingNumber").asString(""));
        return texts;
    }

    private static String heard(String phone, String what) {
        return app.world.phones.on(phone).stream()
                .map(Object::toString)
                .filter(t -> t.contains(what))
                .findFirst()
                .orElse("");
    }

    @Test
    void theFirstParcelIsNamedAndTheWholeOrderWaitsForTheLast() {
        String number = twoItems("+46701740611");
        parcel(number, "HOP 3000 0001 1", "A");
        app.scan("hopgate", "HOP 3000 0001 1", "20", app.now());
        await().until(() -> !heard("+46701740611", "has begun: HOP 3000 0001 1").isEmpty());
        assertThat(said(number, "all-of-it"))
                .as("one item isn't in a parcel yet")
                .isEmpty();
        assertThat(person.call("GET", "/ui/orders/kites/" + number + "/outcomes", null)
                        .body())
                .contains("Sent when every parcel of the order is dispatched");
        parcel(number, "HOP 3000 0002 1", "B");
        assertThat(said(number, "all-of-it")).isEmpty();
        app.scan("hopgate", "HOP 3000 0002 1", "20", app.now());
        await().until(() -> !heard("+46701740611", "all of " + number + " left: HOP 3000 0001 1, HOP 3000 0002 1")
                .isEmpty());
        assertThat(said(number, "first-parcel")).hasSize(1);
        assertThat(said(number, "all-of-it")).hasSize(1);
    }

    @Test
    void theParcelThatHeldUpTheRestIsTakenOff() {
        String number = twoItems("+46701740612");
        parcel(number, "HOP 3000 0003 1", "A");
        parcel(number, "HOP 3000 0004 1", "B");
        parcel(number, "HOP 3000 0005 1", "B");
        app.scan("hopgate", "HOP 3000 0003 1", "20", app.now());
        app.scan("hopgate", "HOP 3000 0004 1", "20", app.now());
        assertThat(said(number, "all-of-it")).isEmpty();
        RunningApp.Answer off = person.call(
                "DELETE", "/ui/hand/orders/kites/" + number + "/parcels/hopgate/HOP%203000%200005%201", null);
        assertThat(off.status()).as(off.body()).isEqualTo(200);
        assertThat(said(number, "all-of-it")).hasSize(1);
    }
}
