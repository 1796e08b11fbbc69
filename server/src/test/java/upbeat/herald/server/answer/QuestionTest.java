package upbeat.herald.server.answer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.function.Predicate;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** What answers do, when questions end, and what happens without an answer. */
class QuestionTest extends OwnAppTestCase {
    private static final String TEAM = "desk.answers@quillfeather.example";
    private static RunningApp.Person person;
    private static int customers;

    @BeforeEach
    void onlyWhatTheTestMakes() {
        if (person == null) person = app.signedIn();
        app.emptyPlan(person);
        team(TEAM);
    }

    private static void team(String address) {
        RunningApp.Answer saved =
                person.call("PUT", "/ui/team-addresses", "{\"addresses\":{\"email\":\"" + address + "\"}}");
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
    }

    private static String asking(String more, String... buttons) {
        return create(
                person,
                live("Asks", "ordered", "[\"email\"]", "\"buttons\":[" + String.join(",", buttons) + "]," + more));
    }

    private static String button(String id, String more) {
        return "{\"id\":\"" + id + "\",\"label\":\"Say " + id + "\",\"refuses\":false" + more + "}";
    }

    private static String effects(String... kindsAndValues) {
        List<String> all = new ArrayList<>();
        for (String e : kindsAndValues) {
            String[] parts = e.split("=", 2);
            all.add("{\"kind\":\"" + parts[0] + "\"" + (parts.length > 1 ? ",\"value\":\"" + parts[1] + "\"" : "")
                    + "}");
        }
        return ",\"effects\":[" + String.join(",", all) + "]";
    }

    private static String asked(String notice) {
        String number = app.order("prepaid", "asked" + ++customers + "@customer.example", null, "{\"email\":true}");
        assertThat(app.settled(number, notice, 1).get(0).path("status").asString())
                .isEqualTo("accepted");
        return number;
    }

    private static String link(String number, String notice) {
        String text = app.messages(number, notice).get(0).path("text").asString();
        return text.replaceAll("(?s).*?(/a/[A-Za-z0-9_-]{20,}).*", "$1");
    }

    private static RunningApp.Answer press(String number, String notice, String button, String text) {
        String form =
                "button=" + button + (text == null ? "" : "&text=" + URLEncoder.encode(text, StandardCharsets.UTF_8));
        return app.bare(
                "POST",
                link(number, notice),
                form,
                Map.of("Content-Type", "application/x-www-form-urlencoded", "Accept-Language", "en"));
    }

    private static List<String> notes(String number) {
        List<String> all = new ArrayList<>();
        app.read(number).path("notes").forEach(n -> all.add(n.path("text").asString()));
        return all;
    }

    private static void eventually(String number, Predicate<JsonNode> holds) {
        await().atMost(Duration.ofSeconds(20)).until(() -> holds.test(app.read(number)));
    }

    @Test
    void anAnswerDoesAllItSaysInOrder() {
        String notice = asking(
                "",
                button(
                        "wrong",
                        ",\"tag\":\"wrong\",\"freeText\":true"
                                + effects(
                                        "add-tag=look",
                                        "remove-tag=new",
                                        "note=Address of {{order.number}}: {{answer.text}} ({{answer.label}})",
                                        "hold",
                                        "tell-team")),
                button("right", effects("release")));
        String later = create(person, live("Later", "dispatched", "[\"email\"]", ""));
        String number = asked(notice);
        RunningApp.Answer page = press(number, notice, "wrong", "It's No. 7 <b>not</b> 1");
        assertThat(page.status()).isEqualTo(200);
        assertThat(page.body()).contains("It's No. 7 &lt;b&gt;not&lt;/b&gt; 1").doesNotContain("<b>not");
        JsonNode order = app.read(number);
        assertThat(order.path("tags").toString()).contains("wrong", "look");
        assertThat(order.path("answers").get(0).path("text").asString()).isEqualTo("It's No. 7 <b>not</b> 1");
        assertThat(order.path("onHold").asString()).isEqualTo("the customer answered \"Say wrong\"");
        assertThat(notes(number)).contains("Address of " + number + ": It's No. 7 <b>not</b> 1 (Say wrong)");
        await().until(() -> app.world.mailbox.to(TEAM).stream()
                .anyMatch(m -> m.raw().contains("Subject: Order " + number + ": Say wrong")));
        // What comes later waits, and says why; released, it goes.
        app.parcel(number, "hopgate", "HOP 0601 0000 9");
        app.scan("hopgate", "HOP 0601 0000 9", "20", app.now());
        await().until(() -> app.messages(number, later).size() == 1
                && app.messages(number, later)
                        .get(0)
                        .path("reason")
                        .asString("")
                        .contains("on hold"));
        assertThat(app.messages(number, later).get(0).path("status").asString()).isEqualTo("waiting");
        assertThat(person.call("DELETE", "/ui/orders/kites/" + number + "/hold", null)
                        .status())
                .isEqualTo(204);
        assertThat(app.settled(number, later, 1).get(0).path("status").asString())
                .isEqualTo("accepted");
        assertThat(app.read(number).path("onHold").isNull()).isTrue();
    }

    @Test
    void withoutATeamAddressOrAShopToCallTheTimelineSaysSo() {
        team("");
        person.call("PUT", "/ui/shops/kites/calls", "{}");
        String notice = asking("", button("yes", effects("tell-team", "call-shop")), button("no", ""));
        String number = asked(notice);
        press(number, notice, "yes", null);
        assertThat(notes(number))
                .contains(
                        "The team wasn't told: it has no e-mail address of its own. Enter one in Setup, Team",
                        "The shop wasn't called: no address is set for it. Enter one in Setup, Shops");
    }

    @Test
    void aChangeOfMindCountsUntilTheStageAndTakesBackWhatWasDone() {
        String notice = asking(
                "\"changeUntil\":\"dispatched\",",
                button("yes", ",\"tag\":\"yes\"" + effects("hold", "add-tag=maybe")),
                button("no", ",\"tag\":\"no\""));
        String number = asked(notice);
        press(number, notice, "yes", null);
        assertThat(app.read(number).path("onHold").isNull()).isFalse();
        RunningApp.Answer changed = press(number, notice, "no", null);
        assertThat(changed.body()).contains("Say no").contains("Change your answer");
        JsonNode order = app.read(number);
        assertThat(order.path("tags").toString()).contains("no").doesNotContain("yes", "maybe");
        assertThat(order.path("onHold").isNull()).isTrue();
        app.parcel(number, "hopgate", "HOP 0701 0000 8");
        app.scan("hopgate", "HOP 0701 0000 8", "20", app.now());
        eventually(number, o -> o.path("stage").asString().equals("dispatched"));
        assertThat(press(number, notice, "yes", null).body())
                .contains("already")
                .contains("Say no")
                .doesNotContain("Change your answer");
        assertThat(app.read(number).path("answers").get(0).path("button").asString())
                .isEqualTo("no");
    }

    @Test
    void asksOnceMoreAndThenTakesTheSilenceAsItsNoticeSays() {
        String notice = asking(
                "\"questionEnd\":{\"after\":\"P2D\",\"remindAfter\":\"P1D\",\"otherwise\":\"tag\",\"value\":\"silent\"},",
                button("yes", ",\"tag\":\"yes\""),
                button("no", ""));
        String number = asked(notice);
        String answering = asked(notice);
        app.advance("PT23H");
        press(answering, notice, "yes", null);
        app.advance("PT1H1M");
        List<JsonNode> both = app.settled(number, notice, 2);
        assertThat(both).allSatisfy(m -> assertThat(m.path("status").asString()).isEqualTo("accepted"));
        app.advance("P1D");
        eventually(number, o -> o.path("tags").toString().contains("silent"));
        assertThat(notes(number)).contains("Nobody answered \"Asks\" in time, so the order was tagged silent");
        // Who answered is asked nothing more and is not tagged; who comes too late is told so.
        assertThat(app.messages(answering, notice)).hasSize(1);
        assertThat(app.read(answering).path("tags").toString()).isEqualTo("[\"yes\"]");
        RunningApp.Answer late = press(number, notice, "yes", null);
        assertThat(late.status()).isEqualTo(410);
        assertThat(late.body()).contains("This question has closed");
        assertThat(app.read(number).path("answers")).isEmpty();
    }

    /** One that can't be read keeps no other waiting. */
    @Test
    void aBrokenQuestionStaysAlone() {
        String notice = asking(
                "\"questionEnd\":{\"after\":\"PT1H\",\"otherwise\":\"tag\",\"value\":\"late\"},",
                button("yes", ""),
                button("no", ""));
        String broken = asked(notice);
        String whole = asked(notice);
        app.context
                .getBean(upbeat.herald.server.platform.persistence.DatabaseWriter.class)
                .write(db -> db.sql("update message set question = '{' where id = ?")
                        .param(app.messages(broken, notice).get(0).path("id").asString())
                        .update());
        app.advance("PT1H1M");
        eventually(whole, o -> o.path("tags").toString().contains("late"));
        app.context
                .getBean(upbeat.herald.server.platform.persistence.DatabaseWriter.class)
                .write(db -> db.sql("update message set question = null where question = '{'")
                        .update());
        app.advance("PT1H1M");
        await().until(() -> app.context
                .getBean(JdbcClient.class)
                .sql("select count(*) from question_asked q join shop_order o on o.id = q.order_id"
                        + " where o.number = ? and q.ended_at is not null")
                .param(broken)
                .query(Integer.class)
                .single()
                .equals(1));
    }

    @Test
    void aStageEndsItAndTheSilenceIsTakenAsAnAnswer() {
        String notice = asking(
                "\"questionEnd\":{\"stage\":\"dispatched\",\"otherwise\":\"answer\",\"value\":\"yes\"},",
                button("yes", ",\"tag\":\"yes\""),
                button("no", ""));
        String number = asked(notice);
        app.parcel(number, "hopgate", "HOP 0801 0000 7");
        app.scan("hopgate", "HOP 0801 0000 7", "20", app.now());
        eventually(number, o -> o.path("answers").size() == 1);
        JsonNode answer = app.read(number).path("answers").get(0);
        assertThat(answer.path("button").asString()).isEqualTo("yes");
        assertThat(answer.path("via").asString()).isEqualTo("no-answer");
        assertThat(app.read(number).path("tags").toString()).contains("yes");
        assertThat(press(number, notice, "no", null).body()).contains("already");
    }

    @Test
    void withoutAnAnswerTheOrderIsHeld() {
        String notice = asking(
                "\"questionEnd\":{\"after\":\"PT4H\",\"otherwise\":\"hold\"},", button("yes", ""), button("no", ""));
        String number = asked(notice);
        app.advance("PT4H1M");
        eventually(number, o -> !o.path("onHold").isNull());
        assertThat(app.read(number).path("onHold").asString()).isEqualTo("nobody answered \"Asks\" in time");
    }

    /** Nobody is asked again or put on hold for an order that was cancelled; and it waits for no answer. */
    @Test
    void aCancelledOrdersQuestionIsClosedInSilence() {
        String notice = asking(
                "\"questionEnd\":{\"after\":\"PT4H\",\"remind\":\"PT2H\",\"otherwise\":\"tag\",\"value\":\"silent\"},",
                button("yes", ""),
                button("no", ""));
        String number = asked(notice);
        String other = asked(notice);
        person.call(
                "POST",
                "/ui/hand/marks",
                "{\"orders\":[{\"shop\":\"kites\",\"number\":\"" + number + "\"}],\"stage\":\"cancelled\"}");
        eventually(number, o -> o.path("stage").asString().equals("cancelled"));
        assertThat(press(number, notice, "yes", null).status()).isEqualTo(410);
        JsonNode waiting = person.call("GET", "/ui/answers?state=waiting&notice=" + notice, null)
                .json()
                .path("rows");
        assertThat(waiting.findValuesAsString("number")).contains(other).doesNotContain(number);
        app.advance("PT4H1M");
        eventually(other, o -> o.path("tags").toString().contains("silent"));
        assertThat(app.read(number).path("tags").toString()).doesNotContain("silent");
    }

    @Test
    void twoAnswersAtOnceAreOneAnswer() {
        String notice = asking("", button("yes", effects("note=said yes")), button("no", effects("note=said no")));
        String number = asked(notice);
        List<CompletableFuture<RunningApp.Answer>> all = new ArrayList<>();
        for (int i = 0; i < 16; i++) {
            String which = i % 2 == 0 ? "yes" : "no";
            all.add(CompletableFuture.supplyAsync(() -> press(number, notice, which, null)));
        }
        all.forEach(f -> assertThat(f.join().status()).isEqualTo(200));
        assertThat(app.read(number).path("answers")).hasSize(1);
        assertThat(notes(number).stream().filter(n -> n.startsWith("said "))).hasSize(1);
    }

    @Test
    void aPersonAnswersForTheCustomerAndTheTimelineSaysWho() {
        String notice = asking("", button("yes", ",\"tag\":\"yes\""), button("wrong", ",\"freeText\":true"));
        String number = asked(notice);
        String at = "/ui/orders/kites/" + number + "/answers";
        JsonNode open = person.call("GET", at, null).json().get(0);
        assertThat(open.path("open").asBoolean()).isTrue();
        assertThat(open.path("given").isNull()).isTrue();
        assertThat(open.path("choices")).hasSize(2);
        RunningApp.Answer saved = person.callAsGiven(
                "PUT",
                at + "/" + notice,
                "{\"button\":\"wrong\",\"text\":\"Ring twice\",\"why\":\"called us\"}",
                Map.of("If-Match", "\"" + open.path("version").asString() + "\""));
        assertThat(saved.status()).as(saved.body()).isEqualTo(204);
        JsonNode answer = app.read(number).path("answers").get(0);
        assertThat(answer.path("text").asString()).isEqualTo("Ring twice");
        assertThat(answer.path("via").asString()).isEqualTo("hand");
        assertThat(notes(number))
                .anyMatch(n -> n.matches("Answered \"Say wrong\" for the customer by \\S+: called us"));
        // The same once more, from before: somebody answered meanwhile.
        assertThat(person.callAsGiven(
                                "PUT",
                                at + "/" + notice,
                                "{\"button\":\"yes\",\"why\":\"called us\"}",
                                Map.of("If-Match", "\"" + open.path("version").asString() + "\""))
                        .status())
                .isEqualTo(412);
    }

    @Test
    void whatTheCustomerWroteGoesWithTheCustomer() {
        String notice = asking("", button("wrong", ",\"freeText\":true" + effects("tell-team", "hold")));
        String number = asked(notice);
        press(number, notice, "wrong", "My secret garden");
        assertThat(person.call(
                                "POST",
                                "/ui/erasure",
                                "{\"orders\":[{\"shop\":\"kites\",\"number\":\"" + number + "\"}]}")
                        .status())
                .isEqualTo(200);
        JdbcClient db = app.context.getBean(JdbcClient.class);
        long left = db.sql("select count(*) from answer where text like '%secret garden%'")
                        .query(Long.class)
                        .single()
                + db.sql("select count(*) from outbox where body like '%secret garden%'")
                        .query(Long.class)
                        .single()
                + db.sql("select count(*) from order_note where text like '%secret garden%'")
                        .query(Long.class)
                        .single()
                + db.sql("select count(*) from order_hold where reason like '%secret garden%'")
                        .query(Long.class)
                        .single();
        assertThat(left).isZero();
    }

    private static void refused(String more, String buttons, String says) {
        RunningApp.Answer answer = person.call(
                "POST",
                "/ui/plan/notices",
                live("Bad", "ordered", "[\"email\"]", "\"buttons\":[" + buttons + "]," + more));
        assertThat(answer.status()).as(answer.body()).isEqualTo(422);
        assertThat(answer.body()).contains(says);
    }

    @Test
    void whatMakesNoSenseIsRefusedInWords() {
        String yes = button("yes", "");
        String no = button("no", "");
        refused(
                "",
                String.join(",", yes, no, button("a", ""), button("b", ""), button("c", ""), button("d", "")),
                "up to five answers");
        refused("", yes + "," + yes, "different ID");
        refused("", button("yes", effects("dance")), "is not known here");
        refused("", button("yes", effects("add-tag")), "Enter a tag");
        refused("", button("yes", effects("note=")), "Enter the text of the note");
        refused("", button("yes", effects("note={{order.nunber}}")), "There is no field named order.nunber");
        refused("", button("yes", effects("note={{parcel.carrier}}")), "no parcel yet");
        refused("", button("yes", effects("leave-series=gone")), "isn't there any more");
        refused("", button("yes", effects("hold", "release")), "not both");
        refused("\"questionEnd\":{\"otherwise\":\"nothing\"},", yes, "Say when the question ends");
        refused("\"questionEnd\":{\"after\":\"P1D\",\"remindAfter\":\"P1D\"},", yes, "Remind before the question ends");
        refused("\"questionEnd\":{\"after\":\"-P1D\"},", yes, "a time of up to a year");
        refused("\"questionEnd\":{\"after\":\"P1D\",\"otherwise\":\"tag\"},", yes, "Enter a tag of 1 to 40");
        refused(
                "\"questionEnd\":{\"after\":\"P1D\",\"otherwise\":\"answer\",\"value\":\"no\"},",
                yes,
                "Choose the answer");
        refused("\"questionEnd\":{\"after\":\"P1D\",\"otherwise\":\"shout\"},", yes, "is not known here");
        refused("\"changeUntil\":\"sometime\",", yes, "isn't a stage");
    }
}
