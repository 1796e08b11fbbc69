package upbeat.herald.server.orderview;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Comparator;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.notice.NoticeJson;

/** "Upcoming and skipped messages" foretells what is sent afterwards. */
class NoticeOutcomesTest extends OwnAppTestCase {
    private final RunningApp.Person person = app.signedIn();

    private JsonNode outcome(String number, String notice) {
        for (JsonNode o : person.call("GET", "/ui/orders/kites/" + number + "/outcomes", null)
                .json()) if (o.path("notice").asString().equals(notice)) return o;
        throw new AssertionError("nothing about " + notice);
    }

    private String noticeAbout(String stage) {
        JsonNode made = person.call(
                        "POST",
                        "/ui/plan/notices",
                        "{\"name\":\"About " + stage + "\",\"stage\":\"" + stage
                                + "\",\"channels\":[\"email\"],\"rule\":\"all\",\"per\":\"parcel\",\"state\":\"live\"}")
                .json();
        assertThat(made.path("id").isString()).as(made.toString()).isTrue();
        return made.path("id").asString();
    }

    @Test
    void aSideStageIsAheadOfAParcelOnItsWayAndIsSentWhenItComes() {
        String delayed = noticeAbout("delayed");
        String number = app.order("prepaid", "ahead@customer.example", null, "{}");
        app.parcel(number, "hopgate", "HOP 0801 0000 7");
        app.scan("hopgate", "HOP 0801 0000 7", "20", app.now().minusSeconds(600));
        assertThat(outcome(number, delayed).path("outcome").asString())
                .as(outcome(number, delayed).toString())
                .isEqualTo("will");
        app.scan("hopgate", "HOP 0801 0000 7", "60", app.now().minusSeconds(60));
        assertThat(outcome(number, delayed).path("outcome").asString()).isIn("planned", "said");
    }

    @Test
    void afterDeliveryOnlyAReturnIsAhead() {
        String attempted = noticeAbout("attempted");
        String returning = noticeAbout("returning");
        String number = app.order("prepaid", "arrived@customer.example", null, "{}");
        app.parcel(number, "hopgate", "HOP 0802 0000 6");
        app.scan("hopgate", "HOP 0802 0000 6", "50", app.now().minusSeconds(60));
        assertThat(outcome(number, attempted).path("outcome").asString()).isEqualTo("not");
        assertThat(outcome(number, attempted).path("why").asString()).contains("already delivered");
        assertThat(outcome(number, returning).path("outcome").asString()).isEqualTo("will");
    }

    @Test
    void ofTwoParcelsTheOneThatIsStillUnderWayCounts() {
        String collection = noticeAbout("ready-for-collection");
        String number = app.order("prepaid", "two.parcels@customer.example", null, "{}");
        app.parcel(number, "hopgate", "HOP 0803 0000 5");
        app.parcel(number, "hopgate", "HOP 0804 0000 4");
        app.scan("hopgate", "HOP 0803 0000 5", "50", app.now().minusSeconds(60));
        assertThat(outcome(number, collection).path("outcome").asString()).isEqualTo("will");
    }

    private String steps(String number, String notice) {
        return String.join(
                " · ",
                outcome(number, notice)
                        .path("steps")
                        .valueStream()
                        .map(s -> s.path("text").asString())
                        .toList());
    }

    @Test
    void whatHappenedStandsStepByStep() {
        JsonNode made = person.call("POST", "/ui/plan/notices", """
                        {"name":"By steps","stage":"dispatched","channels":["whatsapp","sms"],
                        "rule":"first-that-works","per":"parcel","state":"live","after":"PT30M",
                        "audience":{"match":"all","conditions":[{"kind":"payment","values":["prepaid"]}],"groups":[]}}""").json();
        String id = made.path("id").asString();
        String number = app.order("prepaid", null, "+46701740655", "{\"sms\":true}");
        app.parcel(number, "hopgate", "HOP 0805 0000 3");
        app.scan("hopgate", "HOP 0805 0000 3", "20", app.now());
        assertThat(steps(number, id))
                .isEqualTo("dispatched · audience fits · no WhatsApp message: The customer hasn't agreed to WhatsApp"
                        + " · delay is over · SMS planned");
        app.advance("PT31M");
        org.awaitility.Awaitility.await()
                .atMost(java.time.Duration.ofSeconds(20))
                .until(() -> steps(number, id).endsWith("SMS sent"));
        JsonNode taken = outcome(number, id).path("steps");
        String reached = taken.get(0).path("at").asString();
        assertThat(taken.get(3).path("at").asString())
                .isEqualTo(java.time.Instant.parse(reached).plusSeconds(1800).toString());
        assertThat(taken.get(1).path("at").isNull()).isTrue();
        // One that was never meant for the order took no step.
        String other = noticeAbout("returned");
        assertThat(outcome(number, other).path("steps")).isEmpty();
    }

    private static int parcels = 6;

    /** The clock stands between two calls, so both times are the same to the millisecond. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "\"after\":\"PT0S\"",
                "\"after\":\"PT3H\",\"window\":{\"from\":\"10:00\",\"to\":\"11:00\"}",
                "\"days\":{\"count\":2,\"working\":true,\"at\":\"10:00\"}"
            })
    void theTimeThatIsForetoldIsTheTimeItIsSentAt(String timing) {
        String id = NoticeJson.create(
                person, NoticeJson.live("Foretold " + parcels, "dispatched", "[\"email\"]", timing + ","));
        String number = app.order("prepaid", "foretold@customer.example", null, "{\"email\":true}");
        String tracking = "HOP 080" + parcels + " 0000 " + (8 - parcels);
        parcels++;
        assertThat(app.parcel(number, "hopgate", tracking).status()).isEqualTo(201);
        JsonNode ahead = outcome(number, id);
        assertThat(ahead.path("outcome").asString()).as(ahead.toString()).isEqualTo("will");
        app.scan("hopgate", tracking, "20", app.now());
        String due = app.messages(number, id).get(0).path("dueAt").asString();
        assertThat(ahead.path("at").asString()).isEqualTo(due);
        assertThat(outcome(number, id).path("at").asString()).startsWith(due.substring(0, 16));
    }

    @Test
    void whatIsToComeStandsFirstAndInTime() {
        NoticeJson.create(person, NoticeJson.live("Second", "ordered", "[\"email\"]", "\"after\":\"PT2H\","));
        NoticeJson.create(person, NoticeJson.live("First", "ordered", "[\"email\"]", "\"after\":\"PT1H\","));
        String number = app.order("prepaid", "in.time@customer.example", null, "{\"email\":true}");
        List<JsonNode> all = person.call("GET", "/ui/orders/kites/" + number + "/outcomes", null)
                .json()
                .valueStream()
                .toList();
        assertThat(all.stream().map(o -> o.path("name").asString()).filter(n -> n.matches("First|Second")))
                .containsExactly("First", "Second");
        List<String> kinds =
                all.stream().map(o -> o.path("outcome").asString()).distinct().toList();
        assertThat(kinds).isSubsetOf("planned", "will", "said", "not");
        assertThat(kinds).isSortedAccordingTo(Comparator.comparing(List.of("planned", "will", "said", "not")::indexOf));
    }

    @Test
    void aNoticeSaysOfOrdersWhyTheyGotItOrNot() {
        String id = NoticeJson.create(person, NoticeJson.live("Reasoned", "ordered", "[\"email\"]", ""));
        String got = app.order("prepaid", "got@customer.example", null, "{\"email\":true}");
        String not = app.order("prepaid", "not@customer.example", null, "{\"email\":false}");
        app.settled(got, id, 1);
        JsonNode latest =
                person.call("GET", "/ui/plan/notices/" + id + "/reasons", null).json();
        assertThat(latest.valueStream().map(r -> r.path("number").asString())).containsExactly(not, got);
        assertThat(latest.get(1).path("outcome").path("outcome").asString()).isEqualTo("said");
        JsonNode one = person.call("GET", "/ui/plan/notices/" + id + "/reasons?order=" + not, null)
                .json();
        assertThat(one).hasSize(1);
        assertThat(one.get(0).path("outcome").path("steps").toString()).contains("opted out of e-mail");
        assertThat(person.call("GET", "/ui/plan/notices/" + id + "/reasons?order=nothing", null)
                        .json())
                .isEmpty();
    }
}
