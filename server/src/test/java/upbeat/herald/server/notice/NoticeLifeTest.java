package upbeat.herald.server.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** A notice from its draft over a trial to live, with what becomes of its messages, and all it ever was. */
class NoticeLifeTest extends OwnAppTestCase {
    private static final String TEAM = "team@quillfeather.example";
    private static RunningApp.Person person;

    @BeforeEach
    void signIn() {
        if (person == null) person = app.signedIn();
        RunningApp.Answer saved = person.call(
                "PUT",
                "/ui/team-addresses",
                "{\"addresses\":{\"email\":\"" + TEAM + "\",\"sms\":\"+46 70 174 06 99\"}}");
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
    }

    private static String body(String name, String stage, String channels, String state, String more) {
        return """
                {"name":"%s","stage":"%s","after":"PT0S","channels":%s,"rule":"all","per":"order",
                "ageLimit":"PT48H","state":"%s","buttons":[%s],
                "audience":{"match":"all","conditions":[],"groups":[]}}""".formatted(name, stage, channels, state, more);
    }

    private static String create(String body) {
        RunningApp.Answer made = person.call("POST", "/ui/plan/notices", body);
        assertThat(made.status()).as(made.body()).isEqualTo(201);
        return made.json().path("id").asString();
    }

    private static void save(String id, String body) {
        RunningApp.Answer saved = person.call("PUT", "/ui/plan/notices/" + id, body);
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
    }

    private static List<JsonNode> messages(String number, String notice) {
        return app.read(number)
                .path("messages")
                .valueStream()
                .filter(m -> m.path("notice").asString().equals(notice))
                .toList();
    }

    private static JsonNode sent(String number, String notice) {
        await().atMost(Duration.ofSeconds(20)).until(() -> messages(number, notice).stream()
                .anyMatch(m -> m.path("status").asString().matches("accepted|delivered")));
        return messages(number, notice).stream()
                .filter(m -> m.path("status").asString().matches("accepted|delivered"))
                .reduce((a, b) -> b)
                .orElseThrow();
    }

    private static String order(String email) {
        return app.order("prepaid", email, "+46701740652", "{\"email\":true,\"sms\":true}");
    }

    @Test
    void onTrialItSpeaksToTheTeamAndThenToTheCustomer() {
        String id = create(body("Try me", "packed", "[\"email\",\"sms\"]", "trial", ""));
        String number = order("buyer@customer.example");
        app.parcel(number, "hopgate", "HOP 0041 7738 2");
        JsonNode mail = sent(number, id);
        List<JsonNode> tried = messages(number, id);
        await().atMost(Duration.ofSeconds(20)).until(() -> messages(number, id).stream()
                .allMatch(m -> m.path("status").asString().matches("accepted|delivered")));
        tried = messages(number, id);
        assertThat(tried).extracting(m -> m.path("to").asString()).containsExactlyInAnyOrder(TEAM, "+46701740699");
        assertThat(tried).allSatisfy(m -> {
            boolean isMail = m.path("channel").asString().equals("email");
            assertThat(m.path(isMail ? "subject" : "text").asString()).startsWith("Trial, order " + number);
        });
        assertThat(mail.path("id").asString()).isNotEmpty();
        assertThat(app.context
                        .getBean(NoticeUsageRepository.class)
                        .countSent(reader(), app.now().minusSeconds(86_400)))
                .as("counts for nobody")
                .doesNotContainKey(id);
        assertThat(app.context.getBean(NoticeTrialRepository.class).findChannels(reader(), id))
                .containsExactlyInAnyOrder("email", "sms");

        // A further parcel, now that it is live: the customer is told once per order, and was told nothing yet.
        save(id, body("Try me", "packed", "[\"email\",\"sms\"]", "live", ""));
        app.parcel(number, "hopgate", "HOP 0041 7739 9");
        await().atMost(Duration.ofSeconds(20)).until(() -> messages(number, id).stream()
                .anyMatch(m -> m.path("to").asString().equals("buyer@customer.example")
                        && m.path("status").asString().matches("accepted|delivered")));
        assertThat(messages(number, id)).hasSize(4);
    }

    @Test
    void whatWasPlannedForTheTeamDoesNotReachTheCustomer() {
        String later = body("Later", "packed", "[\"email\"]", "trial", "").replace("PT0S", "PT1H");
        String id = create(later);
        String number = order("patient@customer.example");
        app.parcel(number, "hopgate", "HOP 0041 7740 6");
        await().until(() -> messages(number, id).size() == 1);
        save(id, later.replace("\"trial\"", "\"live\""));
        app.advance("PT2H");
        await().atMost(Duration.ofSeconds(20))
                .until(() ->
                        messages(number, id).get(0).path("status").asString().equals("withheld"));
        assertThat(messages(number, id).get(0).path("reason").asString()).contains("The trial ended");
        assertThat(app.read(number).path("messages").toString()).doesNotContain("patient@customer.example\",\"sub");
    }

    @Test
    void anAnswerOnTrialIsNotTheCustomers() {
        String id = create(body(
                "Asking",
                "packed",
                "[\"email\"]",
                "trial",
                "{\"id\":\"confirm\",\"label\":\"Yes\",\"tag\":\"yes\",\"refuses\":false}"));
        String number = order("asked@customer.example");
        app.parcel(number, "hopgate", "HOP 0041 7741 3");
        JsonNode mail = sent(number, id);
        String link = mail.path("text").asString().replaceAll("(?s).*(/a/[A-Za-z0-9_-]{20,}).*", "$1");
        RunningApp.Answer page = app.bare(
                "POST", link, "button=confirm", java.util.Map.of("Content-Type", "application/x-www-form-urlencoded"));
        assertThat(page.body()).contains("test");
        assertThat(app.read(number).path("answers")).isEmpty();
        assertThat(app.read(number).path("tags").toString()).doesNotContain("yes");
    }

    @Test
    void aTrialNeedsSomebodyToTry() {
        person.call("PUT", "/ui/team-addresses", "{\"addresses\":{}}");
        RunningApp.Answer refused =
                person.call("POST", "/ui/plan/notices", body("Nobody", "packed", "[\"sms\"]", "trial", ""));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body()).contains("Enter the team's own address for SMS in Setup, Team");
        RunningApp.Answer bad =
                person.call("PUT", "/ui/team-addresses", "{\"addresses\":{\"email\":\"nobody\",\"sms\":\"12\"}}");
        assertThat(bad.status()).isIn(400, 422);
        assertThat(bad.json().path("errors")).hasSize(2);
    }

    @Test
    void everyRuleItHadIsKeptWithWhoAndWhen() {
        String id = create(body("Kept", "packed", "[\"sms\"]", "draft", ""));
        save(id, body("Kept well", "packed", "[\"email\"]", "draft", ""));
        assertThat(person.call("DELETE", "/ui/plan/notices/" + id, null).status())
                .isEqualTo(204);
        JsonNode versions =
                person.call("GET", "/ui/plan/notices/" + id + "/versions", null).json();
        assertThat(versions).hasSize(3);
        assertThat(versions.get(0).path("notice").isNull()).isTrue();
        assertThat(versions.get(1).path("notice").path("name").asString()).isEqualTo("Kept well");
        assertThat(versions.get(2).path("notice").path("channels").toString()).isEqualTo("[\"sms\"]");
        assertThat(versions.valueStream())
                .allSatisfy(v -> assertThat(v.path("by").asString()).isEqualTo("coordinator"));
        // What came with the product keeps how it came.
        JsonNode starter = person.call("GET", "/ui/plan", null)
                .json()
                .path("notices")
                .valueStream()
                .filter(n -> n.path("id").asString().equals("delivered"))
                .findFirst()
                .orElseThrow();
        String rule = starter.path("notice").toString().replace("\"PT0S\"", "\"PT5M\"");
        save("delivered", rule);
        JsonNode two =
                person.call("GET", "/ui/plan/notices/delivered/versions", null).json();
        assertThat(two).hasSize(2);
        assertThat(two.get(1).path("by").asString()).isEmpty();
        assertThat(two.get(1).path("notice").path("after").asString()).isEqualTo("PT0S");
    }

    private static JdbcClient reader() {
        return app.context.getBean(JdbcClient.class);
    }
}
