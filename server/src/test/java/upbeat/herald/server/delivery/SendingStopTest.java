package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.message.DueMessageRepository;

/** What is stopped waits, is counted, and goes or not as somebody decides; a flood stops by itself. */
class SendingStopTest extends OwnAppTestCase {
    private static final String NOTICE = """
            {"name":"%s","stage":"%s","after":"PT0S","channels":["email"],"rule":"all","per":"order","ageLimit":"PT48H",
            "recall":"%s","state":"live","buttons":[],"audience":{"match":"all","conditions":[],"groups":[]}}""";
    private static RunningApp.Person person;
    private static int numbers;

    @BeforeEach
    void signIn() {
        if (person != null) return;
        person = app.signedIn();
        // Only what the tests make speaks.
        person.call("GET", "/ui/plan", null)
                .json()
                .path("notices")
                .valueStream()
                .forEach(n ->
                        person.call("DELETE", "/ui/plan/notices/" + n.path("id").asString(), null));
    }

    @AfterEach
    void goOn() {
        sending()
                .path("stops")
                .valueStream()
                .forEach(s -> send("drop", s.path("scope").asString()));
        person.call("PUT", "/ui/sending/limit", "{\"floor\":500,\"times\":3}");
    }

    private static JsonNode sending() {
        return person.call("GET", "/ui/sending", null).json();
    }

    private static RunningApp.Answer send(String what, String scope) {
        return person.call("POST", "/ui/sending/" + what, "{\"scope\":\"" + scope + "\"}");
    }

    private static JsonNode stop(String scope) {
        return sending()
                .path("stops")
                .valueStream()
                .filter(s -> s.path("scope").asString().equals(scope))
                .findFirst()
                .orElseThrow();
    }

    private static String notice(String name, String recall) {
        RunningApp.Answer made = person.call("POST", "/ui/plan/notices", NOTICE.formatted(name, "ordered", recall));
        assertThat(made.status()).as(made.body()).isEqualTo(201);
        return made.json().path("id").asString();
    }

    private static String order() {
        return app.order("prepaid", "held" + ++numbers + "@customer.example", null, "{\"email\":true}");
    }

    private static JsonNode message(String number, String notice) {
        await().until(() -> !of(number, notice).isEmpty());
        return of(number, notice).get(0);
    }

    private static List<JsonNode> of(String number, String notice) {
        return app.read(number)
                .path("messages")
                .valueStream()
                .filter(m -> m.path("notice").asString().equals(notice))
                .toList();
    }

    private static void awaitStatus(String number, String notice, String status) {
        await().atMost(Duration.ofSeconds(20))
                .until(() -> message(number, notice).path("status").asString().equals(status));
    }

    @Test
    void everythingStopsAndGoesOn() {
        String id = notice("Stopped", "PT0S");
        assertThat(send("stop", "all").status()).isEqualTo(200);
        String number = order();
        assertThat(message(number, id).path("status").asString()).isEqualTo("planned");
        await().until(() -> stop("all").path("held").asInt() > 0);
        assertThat(stop("all").path("by").asString()).isEqualTo("coordinator");
        assertThat(stop("all").path("examples").toString()).contains(number);
        // Nothing went meanwhile, though the dispatcher looks several times a second.
        app.advance("PT1M");
        assertThat(message(number, id).path("status").asString()).isEqualTo("planned");
        send("resume", "all");
        awaitStatus(number, id, "accepted");
        assertThat(sending().path("stops")).isEmpty();
        person.call("DELETE", "/ui/plan/notices/" + id, null);
    }

    @Test
    void aChannelOrANoticeStopsAlone() {
        String id = notice("Alone", "PT0S");
        String other = notice("Another", "PT0S");
        send("stop", "notice/" + id);
        String number = order();
        awaitStatus(number, other, "accepted");
        assertThat(message(number, id).path("status").asString()).isEqualTo("planned");
        assertThat(stop("notice/" + id).path("notice").asString()).isEqualTo("Alone");
        assertThat(send("drop", "notice/" + id).json().path("count").asInt()).isEqualTo(1);
        assertThat(message(number, id).path("status").asString()).isEqualTo("withheld");
        assertThat(message(number, id).path("reason").asString()).isEqualTo("Dropped by coordinator");
        send("stop", "channel/email");
        String next = order();
        assertThat(message(next, id).path("status").asString()).isEqualTo("planned");
        assertThat(stop("channel/email").path("channel").asString()).isEqualTo("email");
        send("resume", "channel/email");
        awaitStatus(next, id, "accepted");
        for (String n : List.of(id, other)) person.call("DELETE", "/ui/plan/notices/" + n, null);
    }

    @Test
    void aFloodWaitsUntilSomebodyLooked() {
        String id = notice("Flooding", "PT0S");
        assertThat(person.call("PUT", "/ui/sending/limit", "{\"floor\":5,\"times\":3}")
                        .status())
                .isEqualTo(200);
        List<String> orders = new ArrayList<>();
        for (int i = 0; i < 12; i++) orders.add(order());
        await().atMost(Duration.ofSeconds(20))
                .until(() -> sending().path("stops").size() == 1
                        && stop("notice/" + id).path("held").asInt() == 7);
        JsonNode card = stop("notice/" + id);
        assertThat(card.path("by").asString()).isEmpty();
        assertThat(card.path("reason").asString()).startsWith("5 messages in ten minutes; the most so far");
        assertThat(card.path("examples")).hasSize(3);
        assertThat(orders.stream()
                        .filter(n -> message(n, id).path("status").asString().equals("accepted")))
                .hasSize(5);
        send("resume", "notice/" + id);
        for (String number : orders) awaitStatus(number, id, "accepted");
        // Three times of what it said now is usual at this hour of the week from here on.
        app.advance("PT168H");
        for (int i = 0; i < 30; i++) order();
        await().atMost(Duration.ofSeconds(20))
                .until(() -> app.context
                                .getBean(DueMessageRepository.class)
                                .count(
                                        app.context.getBean(org.springframework.jdbc.core.simple.JdbcClient.class),
                                        SendingStop.Scope.ofNotice(id).toMessages(),
                                        app.now())
                        == 0);
        assertThat(sending().path("stops")).isEmpty();
        person.call("DELETE", "/ui/plan/notices/" + id, null);
    }

    @Test
    void aMessageCanBeTakenBackForAWhile() {
        String id = notice("Recalled", "PT5M");
        String back = order();
        String gone = order();
        JsonNode waiting = message(back, id);
        assertThat(waiting.path("dueAt").asString()).isGreaterThan(app.now().toString());
        String path = "/ui/messages/" + waiting.path("id").asString() + "/recall";
        assertThat(person.call("POST", path, null).status()).isEqualTo(200);
        assertThat(message(back, id).path("reason").asString()).isEqualTo("Cancelled by coordinator");
        app.advance("PT6M");
        awaitStatus(gone, id, "accepted");
        RunningApp.Answer late = person.call(
                "POST", "/ui/messages/" + message(gone, id).path("id").asString() + "/recall", null);
        assertThat(late.status()).isEqualTo(422);
        assertThat(late.body()).contains("can't be taken back");
        assertThat(message(back, id).path("status").asString()).isEqualTo("cancelled");
        RunningApp.Answer longer =
                person.call("POST", "/ui/plan/notices", NOTICE.formatted("Too long", "ordered", "PT11M"));
        assertThat(longer.body()).contains("Enter 0 to 10 minutes");
        person.call("DELETE", "/ui/plan/notices/" + id, null);
    }

    @Test
    void whatCannotBeStoppedIsRefused() {
        for (String scope : List.of("", "nothing", "channel/pigeon", "notice/nobody"))
            assertThat(send("stop", scope).status()).as(scope).isEqualTo(422);
        assertThat(person.call("PUT", "/ui/sending/limit", "{\"floor\":0,\"times\":1000}")
                        .json()
                        .path("errors"))
                .hasSize(2);
    }
}
