package upbeat.herald.server.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** Rehearsals over real sockets: what was would have been, and nothing leaves. */
class RehearsalTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeEach
    void signIn() {
        if (person == null) person = app.signedIn();
    }

    private static String start(String body) {
        RunningApp.Answer begun = person.call("POST", "/ui/rehearsals", body);
        assertThat(begun.status()).as(begun.body()).isEqualTo(201);
        return begun.json().path("rehearsal").path("id").asString();
    }

    private static JsonNode finished(String id) {
        await().atMost(Duration.ofSeconds(30)).until(() -> !person.call("GET", "/ui/rehearsals/" + id, null)
                .json()
                .path("rehearsal")
                .path("progress")
                .path("status")
                .asString()
                .equals("running"));
        return person.call("GET", "/ui/rehearsals/" + id, null).json();
    }

    private static String notice(String name, String stage, String channels, String state) {
        return """
                {"name":"%s","stage":"%s","after":"PT0S","channels":%s,"rule":"first-that-works","per":"parcel",
                "ageLimit":"PT48H","state":"%s","buttons":[],
                "audience":{"match":"all","conditions":[],"groups":[]}}""".formatted(name, stage, channels, state);
    }

    private static String create(String name, String stage, String channels, String state) {
        RunningApp.Answer made = person.call("POST", "/ui/plan/notices", notice(name, stage, channels, state));
        assertThat(made.status()).as(made.body()).isEqualTo(201);
        return made.json().path("id").asString();
    }

    /** An order whose parcel was delivered. */
    private static String delivered(String tracking, String phone) {
        String number = app.order("prepaid", "rehearsed@customer.example", phone, "{\"email\":true,\"sms\":true}");
        app.parcel(number, "hopgate", tracking);
        app.scan("hopgate", tracking, "20", app.now());
        app.advance("PT1H");
        app.scan("hopgate", tracking, "50", app.now());
        app.advance("PT1H");
        return number;
    }

    @Test
    void whatADraftWouldHaveSaidStandsBesideWhatIsLive() {
        String number = delivered("HOP 0041 7738 2", "+46701740651");
        int before = messages(number);
        String id = create("Arrived", "delivered", "[\"sms\"]", "paused");
        JsonNode done = finished(start("{\"noticeId\":\"" + id + "\",\"compareWith\":\"live\"}"));
        JsonNode figures = done.path("rehearsal").path("figures");
        JsonNode other = done.path("rehearsal").path("otherFigures");
        assertThat(done.path("rehearsal").path("progress").path("status").asString())
                .isEqualTo("done");
        assertThat(done.path("noticeNames").path(id).asString()).isEqualTo("Arrived");
        assertThat(figures.path("by").path("notice").path(id).asInt()).isPositive();
        assertThat(figures.path("messages").asInt())
                .isGreaterThan(other.path("messages").asInt());
        JsonNode cost = figures.path("costs").path(0);
        assertThat(cost.path("channel").asString()).isEqualTo("sms");
        assertThat(cost.path("cost").path("amount").asDouble()).isPositive();
        String rehearsal = done.path("rehearsal").path("id").asString();
        JsonNode differences = person.call("GET", "/ui/rehearsals/" + rehearsal + "/differences", null)
                .json()
                .path("orders");
        JsonNode mine = differences
                .valueStream()
                .filter(d -> d.path("number").asString().equals(number))
                .findFirst()
                .orElseThrow();
        assertThat(mine.path("changes").path(0).path("kind").asString()).isEqualTo("added");
        JsonNode order = person.call("GET", "/ui/rehearsals/" + rehearsal + "/orders/kites/" + number, null)
                .json();
        assertThat(order.path("after").valueStream())
                .anyMatch(m -> m.path("notice").asString().equals("Arrived")
                        && m.path("text").path("text").asString().contains(number));
        assertThat(order.path("before").valueStream())
                .noneMatch(m -> m.path("notice").asString().equals("Arrived"));
        assertThat(messages(number)).as("nothing was planned").isEqualTo(before);
        RunningApp.Answer csv = person.call("GET", "/ui/rehearsals/" + rehearsal + "/figures.csv", null);
        assertThat(csv.body())
                .contains("Messages by notice,Arrived,")
                .contains("Messages by hour of the week,Monday 00:00,");
    }

    @Test
    void theLatestOfANoticeIsTheOneOfItsRuleAsItIsNow() {
        String id = create("Rehearsed", "delivered", "[\"sms\"]", "draft");
        String latest = "/ui/rehearsals/of-notice/" + id;
        assertThat(person.call("GET", latest, null).status()).isEqualTo(204);
        String rehearsal = start("{\"noticeId\":\"" + id + "\"}");
        finished(rehearsal);
        assertThat(person.call("GET", latest, null)
                        .json()
                        .path("rehearsal")
                        .path("id")
                        .asString())
                .isEqualTo(rehearsal);
        RunningApp.Answer changed =
                person.call("PUT", "/ui/plan/notices/" + id, notice("Rehearsed", "delivered", "[\"email\"]", "draft"));
        assertThat(changed.status()).as(changed.body()).isEqualTo(200);
        assertThat(person.call("GET", latest, null).status())
                .as("another rule than the one rehearsed")
                .isEqualTo(204);
    }

    private static int messages(String number) {
        return app.read(number).path("messages").size();
    }

    @Test
    void whatIsBeingWrittenIsRehearsedUnsaved() {
        delivered("HOP 0041 7739 9", "+46701740652");
        String draft = notice("Only a thought", "delivered", "[\"email\"]", "paused");
        JsonNode done = finished(start("{\"notice\":" + draft + "}"));
        assertThat(done.path("rehearsal")
                        .path("figures")
                        .path("by")
                        .path("notice")
                        .path("new")
                        .asInt())
                .isPositive();
        assertThat(done.path("rehearsal").path("otherFigures").isNull()).isTrue();
        assertThat(person.call("GET", "/ui/plan", null).body()).doesNotContain("Only a thought");
    }

    @Test
    void aPeriodWithoutOrdersComesToNothing() {
        JsonNode done = finished(
                start("{\"everyNotice\":true,\"from\":\"2001-01-01T00:00:00Z\",\"to\":\"2001-02-01T00:00:00Z\"}"));
        assertThat(done.path("rehearsal").path("figures").path("messages").asInt())
                .isZero();
        assertThat(done.path("rehearsal").path("progress").path("total").asInt())
                .isZero();
    }

    @Test
    void whatCannotBeRehearsedIsRefusedInWords() {
        for (List<String> bad : List.of(
                List.of("{\"from\":\"2026-02-01T00:00:00Z\",\"to\":\"2026-01-01T00:00:00Z\"}", "before the last one"),
                List.of("{\"from\":\"2020-02-01T00:00:00Z\",\"to\":\"2026-01-01T00:00:00Z\"}", "400 days"),
                List.of(
                        "{\"notice\":" + notice("x", "nowhere", "[]", "paused") + "}",
                        "Choose at least one channel"))) {
            RunningApp.Answer refused = person.call("POST", "/ui/rehearsals", bad.get(0));
            assertThat(refused.status()).as(refused.body()).isIn(400, 422);
            assertThat(refused.body()).contains(bad.get(1));
        }
        assertThat(person.call("POST", "/ui/rehearsals", "{\"noticeId\":\"nobody\"}")
                        .status())
                .isEqualTo(404);
        assertThat(person.call("GET", "/ui/rehearsals/rh-none", null).status()).isEqualTo(404);
        assertThat(person.call("DELETE", "/ui/rehearsals/rh-none", null).status())
                .isEqualTo(404);
        assertThat(app.bare("GET", "/ui/rehearsals", null, java.util.Map.of()).status())
                .isEqualTo(401);
    }

    @Test
    void oneThatIsRemovedIsGoneWithWhatItFound() {
        String id = start("{\"everyNotice\":true}");
        finished(id);
        assertThat(person.call("DELETE", "/ui/rehearsals/" + id, null).status()).isEqualTo(204);
        assertThat(person.call("GET", "/ui/rehearsals", null).body()).doesNotContain(id);
        assertThat(person.call("GET", "/ui/rehearsals/" + id + "/differences", null)
                        .status())
                .isEqualTo(404);
    }

    /** Some hundred orders at a time: what is read of them must not walk over all others each time. */
    @Test
    void visitsOfSomeOrdersAreFoundByThoseOrders() {
        List<String> steps = app.context
                .getBean(org.springframework.jdbc.core.simple.JdbcClient.class)
                .sql("explain query plan " + PastOrderRepository.VISITS)
                .param("[1,2,3]")
                .query((rs, i) -> rs.getString("detail"))
                .list();
        assertThat(steps).anySatisfy(s -> assertThat(s).contains("reached_once (order_id=?)"));
        assertThat(steps).noneSatisfy(s -> assertThat(s).contains("reached_by_parcel"));
    }
}
