package upbeat.herald.server.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** Orders and scans of a file run through the plan: as if they had been here, and nothing of them stays. */
class RehearsalFileTest extends OwnAppTestCase {
    private static final String HEAD =
            "order number,placed at,e-mail,country,payment,carrier,tracking number,scan code,status,scanned at\n";
    private static RunningApp.Person person;

    @BeforeEach
    void onlyWhatTheTestMakes() {
        if (person == null) person = app.signedIn();
        app.emptyPlan(person);
    }

    private static byte[] file(String rows) {
        return (HEAD + rows).getBytes(StandardCharsets.UTF_8);
    }

    private static JsonNode check(byte[] file) {
        RunningApp.Answer checked = person.upload("/ui/rehearsals/file/check", "kites", file);
        assertThat(checked.status()).as(checked.body()).isEqualTo(200);
        return checked.json();
    }

    private static JsonNode rehearse(byte[] file, String request) {
        RunningApp.Answer begun = person.upload("/ui/rehearsals/file", "kites", file, request);
        assertThat(begun.status()).as(begun.body()).isEqualTo(201);
        String id = begun.json().path("rehearsal").path("id").asString();
        await().atMost(Duration.ofSeconds(30)).until(() -> !get(id).path("rehearsal")
                .path("progress")
                .path("status")
                .asString()
                .equals("running"));
        return get(id);
    }

    private static JsonNode get(String id) {
        return person.call("GET", "/ui/rehearsals/" + id, null).json();
    }

    private static JsonNode order(JsonNode rehearsal, String number) {
        return person.call(
                        "GET",
                        "/ui/rehearsals/"
                                + rehearsal.path("rehearsal").path("id").asString() + "/orders/kites/" + number,
                        null)
                .json();
    }

    @Test
    void theTemplateIsAFileThatCanBeRehearsed() {
        RunningApp.Answer template = person.call("GET", "/ui/rehearsals/file/template.csv", null);
        JsonNode content = check(template.body().getBytes(StandardCharsets.UTF_8));
        assertThat(content.path("faults")).as(content.toString()).isEmpty();
        assertThat(content.path("orders").asInt()).isEqualTo(2);
        assertThat(content.path("events").asInt()).isEqualTo(2);
        assertThat(content.path("from").asString()).isEqualTo("2026-11-20T10:05:00Z");
        assertThat(content.path("to").asString()).isEqualTo("2026-11-23T14:10:00Z");
    }

    @Test
    void itsOrdersAreToldAndNothingOfThemStays() {
        String id = create(person, live("Arrived", "delivered", "[\"email\"]", "\"after\":\"PT2H\","));
        int mails = app.world.mailbox.all().size();
        JsonNode done = rehearse(
                file(
                        "F-1,2026-11-20 10:00,one@customer.example,SE,prepaid,hopgate,HOP 0601 0000 9,20,,2026-11-20 18:00\n"
                                + "F-1,2026-11-20 10:00,one@customer.example,SE,prepaid,hopgate,HOP 0601 0000 9,50,,2026-11-22 09:00\n"
                                + "F-2,2026-11-21 10:00,two@customer.example,SE,prepaid,,,,,\n"),
                "{}");
        JsonNode row = done.path("rehearsal");
        assertThat(row.path("progress").path("status").asString()).isEqualTo("done");
        assertThat(row.path("fileName").asString()).isEqualTo("orders.csv");
        assertThat(row.path("figures").path("orders").asInt()).isEqualTo(2);
        assertThat(row.path("figures").path("messages").asInt()).isEqualTo(1);
        JsonNode told = order(done, "F-1").path("after").get(0);
        assertThat(told.path("when").path("happenedAt").asString()).isEqualTo("2026-11-22T09:00:00Z");
        assertThat(told.path("when").path("at").asString()).isEqualTo("2026-11-22T11:00:00Z");
        assertThat(told.path("text").path("text").asString()).contains("levererat");
        assertThat(app.world.mailbox.all()).hasSize(mails);
        assertThat(app.api("GET", "/api/v1/orders/kites/F-1", null).status()).isEqualTo(404);
        assertThat(done.path("orders").toString()).contains("F-1");
        assertThat(id).isNotEmpty();
        // Its orders go with it.
        person.call("DELETE", "/ui/rehearsals/" + row.path("id").asString(), null);
        assertThat(app.context
                        .getBean(JdbcClient.class)
                        .sql("select count(*) from rehearsal_order where rehearsal_id = ?")
                        .param(row.path("id").asString())
                        .query(Integer.class)
                        .single())
                .isZero();
    }

    /** The same facts from a file and from the own past lead to the same messages at the same times. */
    @Test
    void aFileSaysWhatTheOwnPastWouldHave() {
        create(person, live("On its way", "dispatched", "[\"email\"]", "\"after\":\"PT30M\","));
        create(person, live("By day", "delivered", "[\"email\"]", "\"window\":{\"from\":\"09:00\",\"to\":\"10:00\"},"));
        String number = app.order("prepaid", "same@customer.example", null, "{\"email\":true}");
        app.parcel(number, "hopgate", "HOP 0701 0000 8");
        app.scan("hopgate", "HOP 0701 0000 8", "20", app.now());
        String dispatched = app.now().toString();
        app.advance("PT26H");
        app.scan("hopgate", "HOP 0701 0000 8", "50", app.now());
        String delivered = app.now().toString();
        app.advance("PT48H");
        JsonNode own = person.call("POST", "/ui/rehearsals", "{}").json();
        String ownId = own.path("rehearsal").path("id").asString();
        await().until(() -> !get(ownId).path("rehearsal").path("figures").isNull());
        String placed = app.read(number).path("placedAt").asString();
        JsonNode done = rehearse(
                file(number + "," + placed + ",same@customer.example,SE,prepaid,hopgate,HOP 0701 0000 8,20,,"
                        + dispatched
                        + "\n" + number + "," + placed
                        + ",same@customer.example,SE,prepaid,hopgate,HOP 0701 0000 8,50,," + delivered + "\n"),
                "{}");
        assertThat(times(order(done, number).path("after")))
                .hasSize(2)
                .isEqualTo(times(order(get(ownId), number).path("after")));
    }

    private static List<String> times(JsonNode messages) {
        return messages.valueStream()
                .map(m -> m.path("notice").asString() + " "
                        + m.path("when").path("at").asString())
                .toList();
    }

    @Test
    void aDraftStandsBesideTheLivePlan() {
        create(person, live("Told", "ordered", "[\"email\"]", ""));
        String draft = create(
                person,
                live("Draft", "cancelled", "[\"email\"]", "").replace("\"state\":\"live\"", "\"state\":\"draft\""));
        JsonNode done = rehearse(
                file("D-1,2026-11-20 10:00,d@customer.example,SE,prepaid,,,,cancelled,2026-11-20 12:00\n"
                        + "D-2,2026-11-20 10:00,e@customer.example,SE,prepaid,,,,,\n"),
                "{\"noticeId\":\"" + draft + "\",\"compareWith\":\"live\"}");
        assertThat(done.path("rehearsal").path("progress").path("differing").asInt())
                .isEqualTo(1);
        JsonNode differing = person.call(
                        "GET",
                        "/ui/rehearsals/" + done.path("rehearsal").path("id").asString() + "/differences",
                        null)
                .json()
                .path("orders");
        assertThat(differing.valueStream().map(o -> o.path("number").asString()))
                .containsExactly("D-1");
    }

    /** The second order of one customer ends the series that the first began. */
    @Test
    void ordersOfOneFileKnowOfEachOther() {
        String series = person.call(
                        "POST",
                        "/ui/plan/series",
                        "{\"name\":\"Care\",\"stage\":\"ordered\",\"ends\":[\"next-order\"]}")
                .json()
                .path("id")
                .asString();
        create(
                person,
                live("Later", "ordered", "[\"email\"]", "\"series\":\"" + series + "\",\"days\":{\"count\":3},"));
        JsonNode done = rehearse(
                file("N-1,2026-11-01 10:00,again@customer.example,SE,prepaid,,,,,\n"
                        + "N-2,2026-11-02 10:00,Again@customer.example,SE,prepaid,,,,,\n"),
                "{}");
        assertThat(done.path("rehearsal").path("figures").path("messages").asInt())
                .isEqualTo(1);
        assertThat(order(done, "N-1").path("after").get(0).path("heldFor").asString())
                .contains("has placed another order");
    }

    @Test
    void whatCannotBeUsedIsNamedRowByRow() {
        JsonNode content = check(
                file(
                        "G-1,2026-11-20 10:00,good@customer.example,SE,prepaid,,,,,\n"
                                + ",2026-11-20 10:00,x@customer.example,SE,prepaid,,,,,\n"
                                + "B-1,yesterday,x@customer.example,SE,prepaid,,,,,\n"
                                + "B-2,2026-11-20 10:00,nobody,SE,prepaid,,,,,\n"
                                + "G-2,2026-11-20 10:00,y@customer.example,SE,prepaid,hopgate,HOP 0801 0000 7,20,,\n"
                                + "G-3,2026-11-20 10:00,y@customer.example,SE,prepaid,,,,delivered,2026-11-21 10:00\n"
                                + "G-4,2026-11-20 10:00,y@customer.example,SE,prepaid,no such,HOP 0802 0000 6,20,,2026-11-21 10:00\n"
                                + "G-5,2026-11-20 10:00,y@customer.example,SE,prepaid,hopgate,HOP 0803 0000 5,zz9,,2026-11-21 10:00\n"));
        assertThat(content.path("orders").asInt()).isEqualTo(5);
        assertThat(content.path("unread").asInt()).isEqualTo(1);
        assertThat(content.path("faults")
                        .valueStream()
                        .map(f ->
                                f.path("line").asInt() + " " + f.path("reason").asString()))
                .satisfiesExactlyInAnyOrder(
                        f -> assertThat(f).startsWith("3 The order number is missing"),
                        f -> assertThat(f).startsWith("4 \"yesterday\" isn't a date"),
                        f -> assertThat(f).startsWith("5 \"nobody\" isn't an e-mail address"),
                        f -> assertThat(f).startsWith("6 Enter when it was scanned"),
                        f -> assertThat(f).startsWith("7 Enter the tracking number"),
                        f -> assertThat(f).startsWith("8 There is no carrier \"no such\""));
    }

    @Test
    void aFileThatIsNoneIsRefusedAsAWhole() {
        RunningApp.Answer none =
                person.upload("/ui/rehearsals/file/check", "kites", "a,b\n1,2\n".getBytes(StandardCharsets.UTF_8));
        assertThat(none.body()).contains("No column has the order numbers. Call it");
        assertThat(person.upload("/ui/rehearsals/file/check", "kites", file("")).body())
                .contains("The file has headings but no rows");
        create(person, live("Any", "ordered", "[\"email\"]", ""));
        byte[] one = file("S-1,2026-11-20 10:00,s@customer.example,SE,prepaid,,,,,\n");
        assertThat(person.upload("/ui/rehearsals/file", "kites", one, "{\"compareWith\":\"sent\"}")
                        .body())
                .contains("Nothing was sent about orders of a file");
        byte[] bad = file("S-1,never,s@customer.example,SE,prepaid,,,,,\n");
        assertThat(person.upload("/ui/rehearsals/file", "kites", bad, "{}").body())
                .contains("No order of this file can be used");
        StringBuilder many = new StringBuilder();
        for (int i = 0; i <= 50_000; i++) many.append("M-").append(i).append(",,,,,,,,,\n");
        assertThat(person.upload("/ui/rehearsals/file/check", "kites", file(many.toString()))
                        .body())
                .contains("more than 50000 rows");
    }
}
