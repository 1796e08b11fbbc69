package upbeat.herald.server.answer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** Notices that an answer sets off. */
class AnswerFollowedTest extends OwnAppTestCase {
    private static RunningApp.Person person;
    private String asks;
    private String thanks;
    private String sorry;

    @BeforeEach
    void aQuestionAndWhatFollows() {
        if (person == null) person = app.signedIn();
        app.emptyPlan(person);
        asks = create(
                person,
                live(
                        "Asks",
                        "ordered",
                        "[\"email\"]",
                        "\"buttons\":[{\"id\":\"confirm\",\"label\":\"Yes\",\"tag\":\"yes\",\"refuses\":false},"
                                + "{\"id\":\"cancel\",\"label\":\"No\",\"tag\":\"no\",\"refuses\":true}],"));
        thanks = create(person, follows("Thanks", "confirm"));
        sorry = create(person, follows("Sorry", "cancel"));
    }

    private String follows(String name, String button) {
        return live(
                name,
                "ordered",
                "[\"email\"]",
                "\"after\":\"PT5M\",\"answer\":{\"noticeId\":\"" + asks + "\",\"button\":\"" + button + "\"},");
    }

    private String asked(String email) {
        String number = app.order("prepaid", email, null, "{\"email\":true}");
        app.settled(number, asks, 1);
        return number;
    }

    private void answer(String number, String button) {
        String text = app.messages(number, asks).get(0).path("text").asString();
        String link = text.replaceAll("(?s).*?(/a/[A-Za-z0-9_-]{20,}).*", "$1");
        RunningApp.Answer page =
                app.bare("POST", link, "button=" + button, Map.of("Content-Type", "application/x-www-form-urlencoded"));
        assertThat(page.status()).as(page.body()).isEqualTo(200);
    }

    @Test
    void onlyTheAnswerThatWasGivenIsFollowed() {
        String number = asked("yes@customer.example");
        assertThat(app.messages(number, thanks)).isEmpty();
        answer(number, "confirm");
        await().until(() -> app.messages(number, thanks).size() == 1);
        app.advance("PT6M");
        assertThat(app.settled(number, thanks, 1).get(0).path("status").asString())
                .isEqualTo("accepted");
        assertThat(app.messages(number, sorry)).isEmpty();
    }

    @Test
    void whoSaidNoIsToldWhatFollows() {
        String number = asked("no@customer.example");
        answer(number, "cancel");
        app.advance("PT6M");
        assertThat(app.settled(number, sorry, 1).get(0).path("status").asString())
                .isEqualTo("accepted");
    }

    @Test
    void aCorrectedAnswerIsFollowedInstead() {
        String number = asked("corrected@customer.example");
        answer(number, "confirm");
        await().until(() -> app.messages(number, thanks).size() == 1);
        RunningApp.Answer corrected = person.call(
                "PUT",
                "/ui/orders/kites/" + number + "/answers/" + asks,
                "{\"button\":\"cancel\",\"why\":\"The customer called\"}");
        assertThat(corrected.status()).as(corrected.body()).isLessThan(300);
        app.advance("PT6M");
        assertThat(app.settled(number, sorry, 1).get(0).path("status").asString())
                .isEqualTo("accepted");
        JsonNode first = app.settled(number, thanks, 1).get(0);
        assertThat(first.path("status").asString()).isIn("withheld", "cancelled");
    }

    @Test
    void theOrderSaysWhatWouldFollow() {
        String number = asked("ahead@customer.example");
        JsonNode outcomes = person.call("GET", "/ui/orders/kites/" + number + "/outcomes", null)
                .json();
        assertThat(outcomes.valueStream()
                        .filter(o -> o.path("name").asString().equals("Thanks"))
                        .map(o -> o.path("outcome").asString() + " "
                                + o.path("why").asString()))
                .as(outcomes.toString())
                .containsExactly("will if the customer answers so");
    }

    @Test
    void aQuestionThatIsGoneIsSeenInThePlan() {
        person.call("DELETE", "/ui/plan/notices/" + asks, null);
        await().untilAsserted(() -> assertThat(person.call("GET", "/ui/plan/checks", null)
                        .json()
                        .valueStream()
                        .filter(f -> f.path("kind").asString().equals("answer-gone"))
                        .map(f -> f.path("noticeId").asString()))
                .containsExactlyInAnyOrder(thanks, sorry));
    }
}
