package upbeat.herald.server.orderview;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** The place Answers counts and lists what was asked; every figure is worked out here by hand. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class AnswerListTest extends OwnAppTestCase {
    private RunningApp.Person person;
    private String asks;
    private final String[] numbers = new String[6];

    @BeforeAll
    void sixCustomersAreAsked() {
        person = app.signedIn();
        app.emptyPlan(person);
        asks = create(
                person,
                live(
                        "Asks",
                        "ordered",
                        "[\"sms\"]",
                        "\"buttons\":[{\"id\":\"yes\",\"label\":\"Yes, pack it\",\"tag\":\"yes\",\"refuses\":false},"
                                + "{\"id\":\"no\",\"label\":\"Cancel it\",\"tag\":\"no\",\"refuses\":true}],"
                                + "\"questionEnd\":{\"after\":\"PT6H\",\"otherwise\":\"nothing\"},"));
        // Four minutes, ten minutes, an hour; one never, two are asked after that.
        for (int i = 0; i < 4; i++) numbers[i] = asked(i);
        app.advance("PT4M");
        reply(0, "yes");
        app.advance("PT6M");
        reply(1, "no");
        app.advance("PT50M");
        reply(2, "Yes, pack it");
        app.advance("PT5H1M");
        await().until(() -> list("?state=unanswered").path("rows").size() == 1);
        for (int i = 4; i < 6; i++) numbers[i] = asked(i);
        app.parcel(numbers[5], "hopgate", "HOP 0601 0000 9");
        app.scan("hopgate", "HOP 0601 0000 9", "20", app.now());
        await().until(() -> app.read(numbers[5]).path("stage").asString().equals("dispatched"));
    }

    private static String phone(int i) {
        return "+4670174062" + i;
    }

    private String asked(int i) {
        String number = app.order("prepaid", null, phone(i), "{\"sms\":true}");
        app.settled(number, asks, 1);
        return number;
    }

    private void reply(int i, String text) {
        app.world.sms.reply(phone(i), text);
        await().until(() -> app.read(numbers[i]).path("answers").size() == 1);
    }

    private JsonNode list(String query) {
        RunningApp.Answer answer = person.call("GET", "/ui/answers" + query, null);
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        return answer.json();
    }

    private static List<String> numbersOf(JsonNode list) {
        return list.path("rows")
                .valueStream()
                .map(r -> r.path("number").asString())
                .toList();
    }

    @Test
    void everyQuestionHasOneState() {
        JsonNode counts = list("").path("counts");
        assertThat(counts.path("all").asInt()).isEqualTo(6);
        assertThat(counts.path("waiting").asInt()).isEqualTo(2);
        assertThat(counts.path("confirmed").asInt()).isEqualTo(2);
        assertThat(counts.path("cancelled").asInt()).isEqualTo(1);
        assertThat(counts.path("unanswered").asInt()).isEqualTo(1);
        assertThat(numbersOf(list("?state=waiting"))).containsExactly(numbers[5], numbers[4]);
        assertThat(numbersOf(list("?state=confirmed"))).containsExactlyInAnyOrder(numbers[0], numbers[2]);
        assertThat(numbersOf(list("?state=cancelled"))).containsExactly(numbers[1]);
        assertThat(numbersOf(list("?state=unanswered"))).containsExactly(numbers[3]);
    }

    @Test
    void eachRowSaysWhatWasAnsweredAndHow() {
        Map<String, JsonNode> rows = list("").path("rows")
                .valueStream()
                .collect(Collectors.toMap(r -> r.path("number").asString(), Function.identity()));
        JsonNode yes = rows.get(numbers[0]);
        assertThat(yes.path("answer").asString()).isEqualTo("Yes, pack it");
        assertThat(yes.path("via").asString()).isEqualTo("sms");
        assertThat(yes.path("notice").asString()).isEqualTo("Asks");
        assertThat(yes.path("stage").asString()).isEqualTo("ordered");
        assertThat(rows.get(numbers[3]).path("answer").isNull()).isTrue();
    }

    /** Answered after 4, 10 and 60 minutes: half within 10. */
    @Test
    void theFiguresOfANoticeAreThoseOfItsAnswers() {
        JsonNode n = list("").path("notices").get(0);
        assertThat(n.path("asked").asInt()).isEqualTo(6);
        assertThat(n.path("answered").asInt()).isEqualTo(3);
        assertThat(n.path("refused").asInt()).isEqualTo(1);
        assertThat(n.path("medianSeconds").asLong()).isBetween(600L, 601L);
        assertThat(AnswerListService.median(List.of())).isNull();
        assertThat(AnswerListService.median(List.of(9_000L, 1_000L, 5_000L, 3_000L)))
                .isEqualTo(3L);
    }

    @Test
    void theStopsCountWhatWaitsThereAndNarrowTheList() {
        Map<String, Integer> stops = list("").path("stops")
                .valueStream()
                .collect(Collectors.toMap(s -> s.path("stage").asString(), s -> s.path("questions")
                        .asInt()));
        assertThat(stops).isEqualTo(Map.of("ordered", 1, "dispatched", 1));
        JsonNode dispatched = list("?stage=dispatched");
        assertThat(numbersOf(dispatched)).containsExactly(numbers[5]);
        assertThat(dispatched.path("counts").path("all").asInt()).isEqualTo(1);
    }

    @Test
    void whatNobodyKnowsIsRefusedInWords() {
        assertThat(person.call("GET", "/ui/answers?state=maybe", null).status()).isEqualTo(422);
        assertThat(numbersOf(list("?page=999999"))).isEmpty();
        assertThat(numbersOf(list("?notice=gone"))).isEmpty();
        assertThat(app.visitor().call("GET", "/ui/answers", null).status()).isEqualTo(401);
        assertThat(person.call("POST", "/ui/answers/replies/99999/done", null).status())
                .isEqualTo(404);
    }

    @Test
    void aReplyIsDoneOnce() {
        app.world.sms.reply("+46701740629", "Hello?");
        await().until(() -> person.call("GET", "/ui/answers/replies", null)
                        .json()
                        .path("waiting")
                        .asInt()
                == 1);
        JsonNode reply = person.call("GET", "/ui/answers/replies", null)
                .json()
                .path("replies")
                .get(0);
        assertThat(reply.path("text").asString()).isEqualTo("Hello?");
        assertThat(reply.path("number").isNull()).isTrue();
        String done = "/ui/answers/replies/" + reply.path("id").asLong() + "/done";
        assertThat(person.call("POST", done, null).status()).isEqualTo(204);
        assertThat(person.call("POST", done, null).status()).isEqualTo(404);
    }

    /** The list of a large table is read by age, not sorted. */
    @Test
    void theListIsReadFromAnIndex() {
        String plan = String.join(
                "\n",
                app.context
                        .getBean(JdbcClient.class)
                        .sql("explain query plan select q.order_id from question_asked q cross join shop_order o"
                                + " on o.id = q.order_id left join answer a on a.order_id = q.order_id"
                                + " and a.notice_id = q.notice_id where q.asked_at >= 1"
                                + " order by q.asked_at desc, q.order_id desc limit 60")
                        .query((rs, i) -> rs.getString("detail"))
                        .list());
        assertThat(plan).contains("question_by_age").doesNotContain("SCAN");
    }
}
