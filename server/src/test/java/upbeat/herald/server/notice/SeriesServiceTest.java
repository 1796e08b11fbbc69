package upbeat.herald.server.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** A series from its first message to its end, by each way it can end. */
class SeriesServiceTest extends OwnAppTestCase {
    private static final String ENDS = "\"ends\":[\"answer\",\"refund\",\"return\",\"complaint\",\"next-order\"]";
    private static RunningApp.Person person;
    private static int parcels;

    private String series;
    private String two;
    private String ten;

    @BeforeEach
    void aSeriesOfTwo() {
        if (person == null) person = app.signedIn();
        app.emptyPlan(person);
        person.call("GET", "/ui/plan/series", null)
                .json()
                .valueStream()
                .forEach(s ->
                        person.call("DELETE", "/ui/plan/series/" + s.path("id").asString(), null));
        series = series("{\"name\":\"After delivery\",\"stage\":\"delivered\"," + ENDS + ",\"endTags\":[\"angry\"]}");
        two = create(person, step("Two days", 2));
        ten = create(person, step("Ten days", 10));
    }

    private static String series(String body) {
        RunningApp.Answer made = person.call("POST", "/ui/plan/series", body);
        assertThat(made.status()).as(made.body()).isEqualTo(201);
        return made.json().path("id").asString();
    }

    /** Its stage is another one: the series says what it is counted from. */
    private String step(String name, int days) {
        return live(
                name,
                "packed",
                "[\"email\"]",
                "\"series\":\"" + series + "\",\"after\":\"PT0S\",\"days\":{\"count\":" + days + "},");
    }

    private String delivered(String email) {
        String number = app.order("prepaid", email, null, "{\"email\":true}");
        String tracking = "HOP 080" + (1 + parcels) + " 0000 " + (7 - parcels);
        parcels++;
        assertThat(app.parcel(number, "hopgate", tracking).status()).isEqualTo(201);
        app.scan("hopgate", tracking, "50", app.now());
        await().until(() -> status(number, two).equals("planned"));
        return number;
    }

    private static String status(String number, String notice) {
        List<JsonNode> all = app.messages(number, notice);
        return all.isEmpty() ? "" : all.get(0).path("status").asString();
    }

    private static String reason(String number, String notice) {
        return app.messages(number, notice).get(0).path("reason").asString();
    }

    private JsonNode members() {
        return person.call("GET", "/ui/plan/series/" + series + "/members", null)
                .json();
    }

    private JsonNode member(String number) {
        return members()
                .path("members")
                .valueStream()
                .filter(m -> m.path("number").asString().equals(number))
                .findFirst()
                .orElse(null);
    }

    private void move(String to, String number) {
        assertThat(person.call(
                                "POST",
                                "/ui/plan/series/" + series + "/members/" + to,
                                "{\"shop\":\"kites\",\"number\":\"" + number + "\"}")
                        .status())
                .isEqualTo(204);
    }

    @Test
    void saysWhoIsInItSinceWhenAndWhatComesNext() {
        Instant before = app.now();
        String number = delivered("member@customer.example");
        JsonNode m = member(number);
        assertThat(m.path("customer").asString()).isEqualTo("Ann O'Test");
        assertThat(Instant.parse(m.path("since").asString())).isBetween(before, app.now());
        assertThat(m.path("left").asInt()).isEqualTo(2);
        assertThat(m.path("next").path("notice").asString()).isEqualTo("Two days");
        Instant due = Instant.parse(m.path("next").path("dueAt").asString());
        assertThat(Duration.between(before, due)).isBetween(Duration.ofHours(47), Duration.ofHours(49));
        app.advance("PT49H");
        app.settled(number, two, 1);
        await().until(() -> member(number).path("left").asInt() == 1);
        assertThat(member(number).path("next").path("notice").asString()).isEqualTo("Ten days");
        move("leave", number);
    }

    @Test
    void anOrderIsTakenOutAndPutBack() {
        String number = delivered("out@customer.example");
        int total = members().path("total").asInt();
        move("leave", number);
        assertThat(member(number)).isNull();
        assertThat(members().path("total").asInt()).isEqualTo(total - 1);
        assertThat(status(number, ten)).isEqualTo("withheld");
        assertThat(reason(number, ten)).contains("taken out of the series").contains("After delivery");
        assertThat(app.read(number).path("notes").toString())
                .contains("Taken out of the series \\\"After delivery\\\" by coordinator");
        move("leave", number); // twice is once
        move("return", number);
        assertThat(member(number).path("left").asInt()).isEqualTo(2);
        assertThat(status(number, ten)).isEqualTo("planned");
        app.advance("PT49H");
        assertThat(app.settled(number, two, 1).get(0).path("status").asString()).isEqualTo("accepted");
        move("leave", number);
    }

    @Test
    void aTagEndsItAndUndoingTheTagBringsItBack() {
        String number = delivered("angry@customer.example");
        JsonNode done = person.call(
                        "POST",
                        "/ui/hand/tags",
                        "{\"orders\":[{\"shop\":\"kites\",\"number\":\"" + number + "\"}],\"tag\":\"angry\"}")
                .json();
        assertThat(status(number, two)).isEqualTo("withheld");
        assertThat(reason(number, two)).contains("tagged \"angry\"");
        RunningApp.Answer undone =
                person.call("POST", "/ui/hand/deeds/" + done.path("changeId").asString() + "/undo", null);
        assertThat(undone.status()).as(undone.body()).isEqualTo(200);
        assertThat(status(number, two)).isEqualTo("planned");
        move("leave", number);
    }

    @Test
    void theNextOrderEndsIt() {
        String number = delivered("again@customer.example");
        app.advance("PT1H");
        assertThat(member(number).path("ends").isNull()).isTrue();
        app.order("prepaid", "Again@customer.example", null, "{\"email\":true}");
        assertThat(member(number).path("ends").asString()).contains("has placed another order");
        app.advance("PT49H");
        JsonNode m = app.settled(number, two, 1).get(0);
        assertThat(m.path("status").asString()).isEqualTo("withheld");
        assertThat(m.path("reason").asString()).contains("has placed another order");
        move("leave", number);
    }

    @Test
    void beginningWithSomethingElseIsAChangeOfItsNotices() {
        RunningApp.Answer list = person.call("GET", "/ui/plan/series", null);
        int before = versions().size();
        String version = list.json().get(0).path("version").asString();
        String body = "{\"name\":\"After collection\",\"stage\":\"ready-for-collection\",\"ends\":[]}";
        assertThat(person.callAsGiven("PUT", "/ui/plan/series/" + series, body, Map.of("If-Match", "\"stale\""))
                        .status())
                .as("somebody else was first")
                .isEqualTo(412);
        RunningApp.Answer saved =
                person.callAsGiven("PUT", "/ui/plan/series/" + series, body, Map.of("If-Match", "\"" + version + "\""));
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
        JsonNode notices = person.call("GET", "/ui/plan", null).json().path("notices");
        assertThat(notices.valueStream().map(n -> n.path("notice").path("stage").asString()))
                .containsOnly("ready-for-collection");
        assertThat(versions()).hasSize(before + 1);
    }

    private JsonNode versions() {
        return person.call("GET", "/ui/plan/notices/" + two + "/versions", null).json();
    }

    @Test
    void isDeletedWhenItIsEmptyOnly() {
        RunningApp.Answer refused = person.call("DELETE", "/ui/plan/series/" + series, null);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body()).contains("Take its notices out first: Two days, Ten days");
        app.emptyPlan(person);
        assertThat(person.call("DELETE", "/ui/plan/series/" + series, null).status())
                .isEqualTo(204);
        assertThat(person.call("GET", "/ui/plan/series/" + series + "/members", null)
                        .status())
                .isEqualTo(404);
    }

    @Test
    void whatCannotBeIsRefusedByItsField() {
        RunningApp.Answer bad = person.call(
                "POST",
                "/ui/plan/series",
                "{\"name\":\" \",\"stage\":\"somewhere\",\"ends\":[\"boredom\"],\"endTags\":[\"" + "x".repeat(41)
                        + "\"]}");
        assertThat(bad.json().path("errors").valueStream().map(e -> e.path("field")
                        .asString()))
                .containsExactlyInAnyOrder("name", "stage", "ends", "endTags");
        RunningApp.Answer answer = person.call(
                "POST",
                "/ui/plan/series",
                "{\"name\":\"A\",\"answer\":{\"noticeId\":\"nobody\",\"button\":\"confirm\"}}");
        assertThat(answer.body()).contains("Choose an answer that one of the notices asks for");
        RunningApp.Answer gone = person.call(
                "POST", "/ui/plan/notices", live("Lost", "packed", "[\"email\"]", "\"series\":\"series_gone\","));
        assertThat(gone.body()).contains("This series isn't there any more");
    }
}
