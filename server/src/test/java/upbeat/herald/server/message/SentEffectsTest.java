package upbeat.herald.server.message;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** The team's copies of what customers are sent, and what a notice does to an order's tags. */
class SentEffectsTest extends OwnAppTestCase {
    private static final String TEAM = "desk@quillfeather.example";
    private static final String TEAM_PHONE = "+46701740690";
    private static RunningApp.Person person;

    @BeforeEach
    void onlyWhatTheTestMakes() {
        if (person == null) person = app.signedIn();
        app.emptyPlan(person);
        team("\"email\":\"" + TEAM + "\",\"sms\":\"" + TEAM_PHONE + "\"");
    }

    private static void team(String addresses) {
        RunningApp.Answer saved = person.call("PUT", "/ui/team-addresses", "{\"addresses\":{" + addresses + "}}");
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
    }

    private static String order(String email, String phone) {
        return app.order("prepaid", email, phone, "{\"email\":true,\"sms\":true}");
    }

    private static JsonNode only(List<JsonNode> messages, String channel, boolean copy) {
        return messages.stream()
                .filter(m -> m.path("channel").asString().equals(channel)
                        && m.path("copy").asBoolean() == copy)
                .reduce((a, b) -> {
                    throw new AssertionError("two: " + a + b);
                })
                .orElseThrow();
    }

    @Test
    void theTeamGetsAMessageOfItsOwnWithItsOwnCost() {
        String id = create(person, live("Told", "ordered", "[\"email\",\"sms\"]", "\"copies\":[\"email\",\"sms\"],"));
        String number = order("copied@customer.example", "+46701740671");
        List<JsonNode> all = app.settled(number, id, 4);
        JsonNode mail = only(all, "email", false);
        JsonNode copy = only(all, "email", true);
        assertThat(mail.path("to").asString()).isEqualTo("copied@customer.example");
        assertThat(copy.path("to").asString()).isEqualTo(TEAM);
        assertThat(copy.path("subject").asString())
                .isEqualTo("Copy, order " + number + ": " + mail.path("subject").asString());
        assertThat(mail.path("text").asString()).contains("/u/");
        assertThat(copy.path("text").asString())
                .as("the team chooses for nobody what they are sent")
                .doesNotContain("/u/");
        assertThat(copy.path("text").asString())
                .contains(
                        mail.path("text").asString().strip().lines().findFirst().orElseThrow());
        // Two mails, each to one: neither knows of the other.
        assertThat(app.world.mailbox.to("copied@customer.example"))
                .singleElement()
                .satisfies(m -> assertThat(m.raw()).doesNotContain(TEAM));
        assertThat(app.world.mailbox.to(TEAM)).anySatisfy(m -> assertThat(m.raw())
                .contains("Copy, order " + number)
                .doesNotContain("copied@customer.example>"));
        JsonNode text = only(all, "sms", true);
        assertThat(text.path("to").asString()).isEqualTo(TEAM_PHONE);
        assertThat(text.path("text").asString()).startsWith("Copy, order " + number);
        assertThat(text.path("cost").path("amount").asString())
                .as("paid for like any other")
                .isNotEmpty();
        assertThat(person.call("GET", "/ui/orders/kites/" + number, null).body())
                .contains("copy for the team");
    }

    @Test
    void countsForNoCustomer() {
        String id = create(person, live("Counted", "ordered", "[\"email\"]", "\"copies\":[\"email\"],"));
        String number = order("counted@customer.example", null);
        app.settled(number, id, 2);
        JsonNode sent = person.call("GET", "/ui/plan", null)
                .json()
                .path("notices")
                .get(0)
                .path("sent");
        assertThat(sent.path("email").path("count").asInt()).isEqualTo(1);
    }

    @Test
    void whatTheCustomerWasNotSentIsNotCopied() {
        String id = create(person, live("No address", "ordered", "[\"email\"]", "\"copies\":[\"email\"],"));
        String number = order(null, "+46701740672");
        assertThat(app.settled(number, id, 1).get(0).path("status").asString()).isEqualTo("withheld");
    }

    @Test
    void withoutAnAddressOfTheTeamTheCopyStaysAndSaysWhy() {
        team("");
        String id = create(person, live("Nowhere", "ordered", "[\"email\"]", "\"copies\":[\"email\"],"));
        String number = order("nowhere@customer.example", null);
        List<JsonNode> all = app.settled(number, id, 2);
        assertThat(only(all, "email", false).path("status").asString()).isEqualTo("accepted");
        assertThat(only(all, "email", true).path("reason").asString())
                .isEqualTo("The team has no e-mail address of its own. Enter one in Setup, Team");
    }

    @Test
    void anAnswerByTheCopyIsNotTheCustomers() {
        String id = create(
                person,
                live(
                        "Asked",
                        "ordered",
                        "[\"email\"]",
                        "\"copies\":[\"email\"],\"buttons\":[{\"id\":\"confirm\",\"label\":\"Yes\",\"tag\":\"yes\",\"refuses\":false}],"));
        String number = order("asked.copy@customer.example", null);
        JsonNode copy = only(app.settled(number, id, 2), "email", true);
        String link = copy.path("text").asString().replaceAll("(?s).*(/a/[A-Za-z0-9_-]{20,}).*", "$1");
        RunningApp.Answer page =
                app.bare("POST", link, "button=confirm", Map.of("Content-Type", "application/x-www-form-urlencoded"));
        assertThat(page.body()).contains("This is a copy");
        assertThat(app.read(number).path("answers")).isEmpty();
    }

    /** A corrected order moves what is on its way to the customer, never the team's copy. */
    @Test
    void aCopyOnItsWayStaysTheTeams() {
        String id = create(person, live("Waits", "ordered", "[\"email\"]", "\"copies\":[\"email\"],"));
        app.world.mail.stop();
        String number = order("first@customer.example", null);
        await().until(() -> !app.messages(number, id).isEmpty());
        app.world.mail.start();
        person.call("POST", "/ui/gateways/email/retry", null);
        await().atMost(Duration.ofSeconds(30)).until(() -> {
            app.advance("PT1M");
            return app.messages(number, id).size() == 2;
        });
        app.put(number, "prepaid", "second@customer.example", null, "{\"email\":true}");
        JsonNode copy = only(app.settled(number, id, 2), "email", true);
        assertThat(copy.path("to").asString()).isEqualTo(TEAM);
    }

    @Test
    void tagsComeOnAndOffWhenItWasSentAndSetOffWhatAsksForThem() {
        String first = create(
                person,
                live("Greets", "ordered", "[\"email\"]", "\"addTags\":[\"greeted\"],\"removeTags\":[\"new\"],"));
        String second = create(
                person,
                live("Follows", "ordered", "[\"email\"]", "")
                        .replace("\"conditions\":[]", "\"conditions\":[{\"kind\":\"tag\",\"values\":[\"greeted\"]}]"));
        String number = app.number();
        RunningApp.Answer put = app.api("PUT", "/api/v1/orders/kites/" + number, document(number, "[\"new\"]"));
        assertThat(put.status()).as(put.body()).isEqualTo(201);
        assertThat(app.settled(number, first, 1).get(0).path("status").asString())
                .isEqualTo("accepted");
        assertThat(app.settled(number, second, 1).get(0).path("status").asString())
                .isEqualTo("accepted");
        assertThat(app.read(number).path("tags").toString()).contains("greeted").doesNotContain("new");
        assertThat(app.context
                        .getBean(JdbcClient.class)
                        .sql("select source from order_tag where tag = 'greeted'")
                        .query(String.class)
                        .list())
                .contains("notice");
    }

    private static String document(String number, String tags) {
        return """
                {"placedAt":"%s","customer":{"name":"Ann O'Test","email":"%s@customer.example","language":"en"},
                "shipTo":{"name":"Ann","city":"Lund","country":"SE"},"payment":"prepaid","currency":"SEK","total":"60.50",
                "items":[{"sku":"BK","name":"Box kite","quantity":1,"price":"60.50"}],"consent":{"email":true},
                "tags":%s}""".formatted(app.now(), number.toLowerCase(java.util.Locale.ROOT), tags);
    }

    /** The shop's document still says the tag, today and when it comes again. */
    @Test
    void aTagOfTheShopThatWasTakenOffStaysOff() {
        String first = create(person, live("Takes off", "ordered", "[\"email\"]", "\"removeTags\":[\"new\"],"));
        String later = create(
                person,
                live("Only new ones", "ordered", "[\"email\"]", "\"after\":\"PT2H\",")
                        .replace("\"conditions\":[]", "\"conditions\":[{\"kind\":\"tag\",\"values\":[\"new\"]}]"));
        String number = app.number();
        String document = document(number, "[\"new\"]");
        assertThat(app.api("PUT", "/api/v1/orders/kites/" + number, document).status())
                .isEqualTo(201);
        app.settled(number, first, 1);
        String again = document.replace("60.50", "61.50");
        assertThat(app.api("PUT", "/api/v1/orders/kites/" + number, again).status())
                .isEqualTo(200);
        assertThat(app.read(number).path("tags")).isEmpty();
        app.advance("PT2H1M");
        JsonNode skipped = app.settled(number, later, 1).get(0);
        assertThat(skipped.path("status").asString()).isEqualTo("withheld");
        assertThat(skipped.path("reason").asString()).contains("isn't tagged");
        // A tag that the shop puts on anew is on again.
        app.api("PUT", "/api/v1/orders/kites/" + number, again.replace("[\"new\"]", "[]"));
        app.api("PUT", "/api/v1/orders/kites/" + number, again);
        assertThat(app.read(number).path("tags").toString()).contains("new");
    }

    @Test
    void tagsThatContradictThemselvesAreRefused() {
        RunningApp.Answer refused = person.call(
                "POST",
                "/ui/plan/notices",
                live("Both", "ordered", "[\"email\"]", "\"addTags\":[\"a\"],\"removeTags\":[\"a\"],"));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body()).contains("can't be added and removed at once");
        RunningApp.Answer many = person.call(
                "POST",
                "/ui/plan/notices",
                live("Long", "ordered", "[\"email\"]", "\"addTags\":[\"" + "x".repeat(41) + "\"],"));
        assertThat(many.body()).contains("up to 40 characters");
    }
}
