package upbeat.herald.server.messageview;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Properties;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** The place Messages over real sockets: what is listed, what can be done about it, and its files. */
class MessagesPlaceTest extends OwnAppTestCase {
    private static final String ALLOWED = "{\"email\":true,\"sms\":true}";
    private static final String RECEIVED = """
            {"name":"Order received","stage":"ordered","after":"PT0S","channels":["email","sms"],"rule":"first-that-works",
            "per":"order","ageLimit":"PT48H","state":"live","buttons":[],
            "audience":{"match":"all","conditions":[],"groups":[]}}""";
    private static RunningApp.Person person;
    private static String notice;

    /** Only what the test makes speaks. */
    @BeforeAll
    static void open() {
        person = app.signedIn();
        person.call("GET", "/ui/plan", null)
                .json()
                .path("notices")
                .valueStream()
                .forEach(n ->
                        person.call("DELETE", "/ui/plan/notices/" + n.path("id").asString(), null));
        RunningApp.Answer made = person.call("POST", "/ui/plan/notices", RECEIVED);
        assertThat(made.status()).as(made.body()).isEqualTo(201);
        notice = made.json().path("id").asString();
    }

    private static JsonNode list(String query) {
        RunningApp.Answer answer = person.call("GET", "/ui/messages?" + query, null);
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        return answer.json();
    }

    private static JsonNode act(String id, String body, int status) {
        RunningApp.Answer answer = person.call("POST", "/ui/messages/" + id + "/act", body);
        assertThat(answer.status()).as(answer.body()).isEqualTo(status);
        return answer.json();
    }

    private static JsonNode show(String id) {
        return person.call("GET", "/ui/messages/" + id, null).json();
    }

    private static List<String> events(String id) {
        return show(id).path("history")
                .valueStream()
                .map(e -> e.path("kind").asString())
                .toList();
    }

    /** The e-mail that says an order was received. */
    private static JsonNode received(String email) {
        String number = app.order("prepaid", email, null, ALLOWED);
        return app.settled(number, notice, 1).get(0);
    }

    private static void fail(JsonNode message) {
        app.context.getBean(DatabaseWriter.class).write(db -> db.sql(
                        "update message set status = 'failed', reason_code = 'REFUSED', reason = 'No such mailbox' where id = ?")
                .param(message.path("id").asString())
                .update());
    }

    @Test
    void whatWasSentIsFoundByItsOrderWithTheGatewaysWords() {
        JsonNode m = received("found@customers.example");
        JsonNode page = list("search=" + m.path("order").asString());
        assertThat(page.path("total").asInt()).isEqualTo(1);
        JsonNode line = page.path("rows").get(0);
        assertThat(line.path("address").asString()).isEqualTo("found@customers.example");
        assertThat(line.path("status").asString()).isEqualTo("accepted");
        JsonNode first = show(m.path("id").asString()).path("history").get(0);
        assertThat(first.path("kind").asString()).isEqualTo("accepted");
        assertThat(first.path("said").asString())
                .as("as the mail server put it")
                .startsWith("250");
    }

    @Test
    void countsOfEveryChoiceAgreeWithTheList() {
        received("counts@customers.example");
        JsonNode all = list("");
        for (JsonNode facet : all.path("facets")) {
            long sum = facet.path("values")
                    .valueStream()
                    .mapToLong(v -> v.path("messages").asLong())
                    .sum();
            assertThat(sum)
                    .as(facet.path("dimension").asString())
                    .isEqualTo(all.path("total").asLong());
            for (JsonNode v : facet.path("values")) {
                String value = v.path("value").asString();
                JsonNode narrowed = list(facet.path("dimension").asString() + "=" + (value.isEmpty() ? "none" : value));
                assertThat(narrowed.path("total").asLong())
                        .as(facet.path("dimension").asString() + " " + value)
                        .isEqualTo(v.path("messages").asLong());
            }
        }
    }

    @Test
    void aWrongAddressIsCorrectedAndTheMessageSentAgain() {
        JsonNode m = received("wrnog@customers.example");
        fail(m);
        String id = m.path("id").asString();
        String order = m.path("order").asString();
        RunningApp.Answer saved =
                person.call("PUT", "/ui/orders/kites/" + order + "/contact", "{\"email\":\"wrong@customers.example\"}");
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
        act(id, "{\"as\":\"again\"}", 200);
        await().until(() -> show(id).path("message").path("status").asString().equals("accepted"));
        assertThat(show(id).path("message").path("to").asString()).isEqualTo("wrong@customers.example");
        assertThat(events(id)).containsExactly("accepted", "again", "accepted");
        assertThat(show(id).path("history").get(1).path("by").asString()).isEqualTo("coordinator");
        assertThat(app.world.mailbox.to("wrong@customers.example")).hasSize(1);
        assertThat(person.call("GET", "/ui/orders/kites/" + order, null).body())
                .contains("E-mail address corrected by coordinator", "wrnog@customers.example");

        assertThat(app.put(order, "prepaid", "wrnog@customers.example", null, ALLOWED)
                        .status())
                .as("the shop sends what it always sent")
                .isEqualTo(200);
        assertThat(app.read(order).path("customer").path("email").asString()).isEqualTo("wrong@customers.example");
        app.put(order, "prepaid", "new@customers.example", null, ALLOWED);
        assertThat(app.read(order).path("customer").path("email").asString())
                .as("what is new in the shop holds")
                .isEqualTo("new@customers.example");
    }

    @Test
    void addressesThatAreNoneAreRefusedAndNothingChanges() {
        String order = received("stays@customers.example").path("order").asString();
        RunningApp.Answer refused =
                person.call("PUT", "/ui/orders/kites/" + order + "/contact", "{\"email\":\"no\",\"phone\":\"12\"}");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body()).contains("\"email\"", "\"phone\"");
        assertThat(app.read(order).path("customer").path("email").asString()).isEqualTo("stays@customers.example");
    }

    @Test
    void whatWasDeliveredIsSentOnceMoreAndNotTwiceAtOnce() {
        JsonNode m = received("again@customers.example");
        String id = m.path("id").asString();
        person.call("POST", "/ui/sending/stop", "{\"scope\":\"channel/email\"}");
        act(id, "{\"as\":\"again\"}", 200);
        assertThat(act(id, "{\"as\":\"again\"}", 422).toString()).contains("being sent again already");
        person.call("POST", "/ui/sending/resume", "{\"scope\":\"channel/email\"}");
        await().until(() -> app.world.mailbox.to("again@customers.example").size() == 2);
        assertThat(list("search=" + m.path("order").asString()).path("total").asInt())
                .isEqualTo(2);
    }

    @Test
    void anotherChannelSaysItWhereItReachesTheCustomer() {
        String number = app.order("prepaid", "other@customers.example", "+46701740691", ALLOWED);
        List<JsonNode> sent = app.settled(number, notice, 1);
        JsonNode shown = show(sent.get(0).path("id").asString());
        assertThat(shown.path("actions").toString()).contains("again");
        assertThat(shown.path("channels").toString()).isEqualTo("[\"sms\"]");
        act(sent.get(0).path("id").asString(), "{\"as\":\"channel\",\"channel\":\"sms\"}", 200);
        assertThat(app.settled(number, notice, 2))
                .allMatch(m -> m.path("status").asString().matches("accepted|delivered"));
        assertThat(app.world.phones.on("+46701740691")).hasSize(1);
        assertThat(act(sent.get(0).path("id").asString(), "{\"as\":\"channel\",\"channel\":\"sms\"}", 422)
                        .toString())
                .contains("There is a message by SMS for this already");
        assertThat(act(sent.get(0).path("id").asString(), "{\"as\":\"channel\",\"channel\":\"email\"}", 422)
                        .toString())
                .contains("Choose another channel");
        act(sent.get(0).path("id").asString(), "{\"as\":\"channel\"}", 422);
        act(sent.get(0).path("id").asString(), "{\"as\":\"lost\"}", 422);
        act("nobody", "{\"as\":\"again\"}", 404);
    }

    @Test
    void allThatMatchAreSentAgainPartByPartAndNothingElseIs() {
        person.call("POST", "/ui/sending/stop", "{\"scope\":\"channel/email\"}");
        for (int i = 0; i < 3; i++) fail(plannedOnly("many" + i + "@customers.example"));
        String delivered = sentEarlier("one@customers.example");
        String ask = """
                {"ask":{"when":{},"what":{"status":"failed,delivered,accepted"},"whose":{}},
                "act":{"as":"again"}}""";
        JsonNode done = person.call("POST", "/ui/messages/act", ask).json();
        assertThat(done.path("done").asInt()).isGreaterThanOrEqualTo(3);
        assertThat(done.path("refused").path("It was sent already").asInt())
                .as("nothing is said twice to many at once")
                .isGreaterThanOrEqualTo(1);
        assertThat(done.path("next").asString("")).isEmpty();
        assertThat(show(delivered).path("message").path("status").asString()).isEqualTo("accepted");
        person.call("POST", "/ui/sending/resume", "{\"scope\":\"channel/email\"}");
        for (int i = 0; i < 3; i++) {
            String to = "many" + i + "@customers.example";
            await().until(() -> app.world.mailbox.to(to).size() == 1);
        }
    }

    /** Planned while its channel is stopped. */
    private static JsonNode plannedOnly(String email) {
        String number = app.order("prepaid", email, null, ALLOWED);
        await().until(() -> app.messages(number, notice).size() == 1);
        return app.messages(number, notice).get(0);
    }

    /** One that is taken for sent, as its gateway said. */
    private static String sentEarlier(String email) {
        JsonNode m = plannedOnly(email);
        app.context.getBean(DatabaseWriter.class).write(db -> db.sql(
                        "update message set status = 'accepted', sent_at = due_at where id = ?")
                .param(m.path("id").asString())
                .update());
        return m.path("id").asString();
    }

    @Test
    void filesHoldWhatTheListHolds() throws Exception {
        JsonNode m = received("file@customers.example");
        String search = "search=" + m.path("order").asString();
        String csv = new String(person.bytes("/ui/messages/export.csv?" + search), StandardCharsets.UTF_8);
        assertThat(csv.lines()).hasSize(2);
        assertThat(csv).contains("file@customers.example", m.path("id").asString(), "customer");
        try (ReadableWorkbook book =
                new ReadableWorkbook(new ByteArrayInputStream(person.bytes("/ui/messages/export.xlsx?" + search)))) {
            assertThat(book.getFirstSheet().read()).hasSize(2);
        }
        received("file.too@customers.example");
        long texts = list("channel=email&status=accepted,delivered,read")
                .path("rows")
                .valueStream()
                .filter(line -> show(line.path("id").asString()).path("html").isString())
                .count();
        assertThat(texts).isGreaterThan(1);
        String mailbox = new String(
                person.bytes("/ui/messages/export.mbox?channel=email&status=accepted,delivered,read"),
                StandardCharsets.ISO_8859_1);
        assertThat(mailbox.lines().filter(l -> l.startsWith("From ")).count())
                .as("a separator for each mail, none within one (RFC 4155)")
                .isEqualTo(texts);
        assertThat(person.call("GET", "/ui/messages/export.pdf", null).status()).isEqualTo(404);
    }

    @Test
    void aMailAsAFileIsTheMailThatWasSent() throws Exception {
        JsonNode m = received("eml@customers.example");
        byte[] file = person.bytes("/ui/messages/" + m.path("id").asString() + "/mail.eml");
        MimeMessage read = new MimeMessage(Session.getInstance(new Properties()), new ByteArrayInputStream(file));
        MimeMessage came = new MimeMessage(
                Session.getInstance(new Properties()),
                new ByteArrayInputStream(app.world
                        .mailbox
                        .to("eml@customers.example")
                        .get(0)
                        .raw()
                        .getBytes(StandardCharsets.ISO_8859_1)));
        assertThat(read.getSubject()).isEqualTo(came.getSubject());
        assertThat(read.getMessageID()).isEqualTo(came.getMessageID());
        assertThat(read.getSentDate()).isEqualTo(came.getSentDate());
        assertThat(read.getFrom()).isEqualTo(came.getFrom());
        jakarta.mail.Multipart parts = (jakarta.mail.Multipart) read.getContent();
        jakarta.mail.Multipart cameParts = (jakarta.mail.Multipart) came.getContent();
        assertThat(parts.getBodyPart(1).getContent())
                .isEqualTo(cameParts.getBodyPart(1).getContent());
    }

    @Test
    void erasingACustomerTakesTheGatewaysWordsToo() {
        JsonNode m = received("gone@customers.example");
        String order = m.path("order").asString();
        person.call("PUT", "/ui/orders/kites/" + order + "/contact", "{\"email\":\"gone.too@customers.example\"}");
        person.call("POST", "/ui/erasure", "{\"orders\":[{\"shop\":\"kites\",\"number\":\"" + order + "\"}]}");
        JsonNode shown = show(m.path("id").asString());
        assertThat(shown.path("history").get(0).path("said").asString("")).isEmpty();
        assertThat(shown.path("message").path("to").asString("")).isEmpty();
        assertThat(person.call("GET", "/ui/orders/kites/" + order, null).body()).doesNotContain("customers.example");
        assertThat(person.call("PUT", "/ui/orders/kites/" + order + "/contact", "{\"email\":\"b@customers.example\"}")
                        .status())
                .isEqualTo(422);
    }

    @Test
    void whatCantBeAskedForIsRefused() {
        for (String query : List.of("from=yesterday", "from=2026-11-24T00:00:00Z&to=2026-11-23T00:00:00Z", "after=x"))
            assertThat(person.call("GET", "/ui/messages?" + query, null).status())
                    .as(query)
                    .isEqualTo(422);
        assertThat(list("status=nonsense").path("total").asInt()).isZero();
        assertThat(list("search=%22%28%2A").path("rows")).isEmpty();
        assertThat(app.bare("GET", "/ui/messages", null, java.util.Map.of()).status())
                .isEqualTo(401);
    }
}
