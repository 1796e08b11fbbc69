package upbeat.herald.server.message;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.time.Duration;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** Conditions that come true later: the notice is sent then, or not any more. */
class NewlyInAudienceTest extends OwnAppTestCase {
    private static final String NOTICE = """
            {"name":"%s","stage":"ordered","after":"%s","audience":{"match":"all","conditions":[%s],"groups":[]},
            "channels":["sms"],"rule":"all","per":"order","ageLimit":"PT48H","state":"live","buttons":[],
            "wordings":{"sms":{"text":"%s {{order.number}}"}}}""";
    private static final String AGREED = "{\"whatsapp\":false,\"sms\":true}";

    private void notice(String name, String after, String condition) {
        RunningApp.Answer kept =
                app.signedIn().call("POST", "/ui/plan/notices", NOTICE.formatted(name, after, condition, name));
        assertThat(kept.status()).as(kept.body()).isEqualTo(201);
    }

    private JsonNode of(String number, String notice) {
        for (JsonNode m : app.read(number).path("messages"))
            if (m.path("notice").asString().equals(notice)) return m;
        return null;
    }

    private JsonNode tag(String number, String tag) {
        return app.signedIn()
                .call(
                        "POST",
                        "/ui/hand/tags",
                        "{\"orders\":[{\"shop\":\"kites\",\"number\":\"" + number + "\"}],\"tag\":\"" + tag + "\"}")
                .json();
    }

    @Test
    void aTagPutOnLetsTheNoticeGoAndTakenOffKeepsItBack() {
        notice("For friends", "PT1H", "{\"kind\":\"tag\",\"values\":[\"friend\"]}");
        String stays = app.order("prepaid", null, "+46701740651", AGREED);
        String undone = app.order("prepaid", null, "+46701740652", AGREED);
        assertThat(of(stays, "for-friends")).isNull();
        JsonNode done = tag(stays, "friend");
        assertThat(done.path("messages").asInt()).as(done.toString()).isEqualTo(1);
        assertThat(of(stays, "for-friends").path("status").asString()).isEqualTo("planned");
        JsonNode other = tag(undone, "friend");
        assertThat(app.signedIn()
                        .call("POST", "/ui/hand/deeds/" + other.path("changeId").asLong() + "/undo", "")
                        .status())
                .isEqualTo(200);
        app.advance("PT2H");
        await().atMost(Duration.ofSeconds(20))
                .until(() -> !app.world.phones.on("+46701740651").isEmpty());
        await().atMost(Duration.ofSeconds(20))
                .until(() -> of(undone, "for-friends").path("status").asString().equals("withheld"));
        assertThat(of(undone, "for-friends").path("reason").asString())
                .isEqualTo("This order isn't tagged \"friend\". The notice is only for orders tagged \"friend\"");
        assertThat(app.world.phones.on("+46701740652")).isEmpty();
    }

    @Test
    void anAnswerLetsTheNoticeAfterItGo() {
        notice("Thank you", "PT1H", "{\"kind\":\"answer\",\"values\":[\"is-it-yours/confirm\"]}");
        String number = app.order("cash-on-delivery", null, "+46701740653", AGREED);
        app.advance("PT20M");
        await().atMost(Duration.ofSeconds(20))
                .until(() -> !app.world.phones.on("+46701740653").isEmpty());
        assertThat(of(number, "thank-you")).isNull();
        String text = app.world.phones.on("+46701740653").get(0).text();
        String path = text.replaceAll("(?s).*(/a/[^\\s?]+).*", "$1");
        RunningApp.Answer page = app.bare("GET", path, null, java.util.Map.of());
        assertThat(page.status()).isEqualTo(200);
        answer(path);
        await().atMost(Duration.ofSeconds(20)).until(() -> of(number, "thank-you") != null);
        assertThat(of(number, "thank-you").path("status").asString()).isEqualTo("planned");
        assertThat(app.read(number).path("notes").toString()).contains("1 message was added because the order changed");
    }

    private void answer(String path) {
        assertThat(app.bare(
                                "POST",
                                path,
                                "button=confirm",
                                java.util.Map.of("Content-Type", "application/x-www-form-urlencoded"))
                        .status())
                .isBetween(200, 399);
    }
}
