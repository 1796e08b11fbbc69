package upbeat.herald.server.delivery.email;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Properties;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.core.bounce.MailStatus;
import upbeat.herald.core.bounce.RecipientReport;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/**
 * What comes back, read as a person reads it: the mails and the readings are those of bounces.json, whose
 * {@code source} names the RFCs and the five parsers that judged them. Each is also given to the running listener after
 * a message of that id was sent to that address, to see what follows.
 */
class BounceMailTest extends OwnAppTestCase {
    private static final Session SESSION = Session.getInstance(new Properties());
    private static final JsonNode CASES = JsonMapper.shared().readTree(file("bounces.json"));
    private static RunningApp.Person person;
    private static String notice;

    @BeforeAll
    static void aPlanWithOneMail() {
        person = app.signedIn();
        app.emptyPlan(person);
        notice = create(person, live("Says", "ordered", "[\"email\"]", "\"buttons\":[],"));
    }

    private static byte[] file(String name) {
        try (InputStream in = BounceMailTest.class.getResourceAsStream("/bounces/" + name)) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static Stream<Map.Entry<String, JsonNode>> cases() {
        return CASES.path("cases").properties().stream();
    }

    @ParameterizedTest
    @MethodSource("cases")
    void aReportIsReadAsAPersonReadsIt(Map.Entry<String, JsonNode> c) throws Exception {
        MimeMessage mail = new MimeMessage(SESSION, BounceMailTest.class.getResourceAsStream("/bounces/" + c.getKey()));
        BounceMail read = BounceMail.read(mail).orElse(null);
        String kind = c.getValue().path("kind").asString();
        if (kind.equals("auto-reply")) {
            assertThat(read).isNull();
            assertThat(ReplyMail.read(mail)).as("and it is no reply").isEmpty();
            return;
        }
        assertThat(read).isNotNull();
        assertThat(read.messageId())
                .isEqualTo(c.getValue().path("originalMessageId").asString());
        if (kind.equals("complaint")) {
            assertThat(read.complaint().isUnwanted()).isTrue();
            assertThat(read.complaint().recipient()).isEqualTo("milo@example.com");
            return;
        }
        List<JsonNode> expected = c.getValue().path("recipients").valueStream().toList();
        assertThat(read.recipients()).hasSize(expected.size());
        for (int i = 0; i < expected.size(); i++) {
            RecipientReport r = read.recipients().get(i);
            JsonNode e = expected.get(i);
            assertThat(r.address()).isEqualTo(e.path("recipient").asString());
            if (e.path("action").isString())
                assertThat(r.action().name().toLowerCase(Locale.ROOT))
                        .isEqualTo(e.path("action").asString());
            assertThat(String.valueOf(r.status())).isEqualTo(e.path("status").asString());
            MailStatus status = r.status();
            if (e.path("hardOrSoft").isString())
                assertThat(status.isPermanent() ? "hard" : "soft")
                        .isEqualTo(e.path("hardOrSoft").asString());
            // A forged one looks the same; whether it counts is asked below.
            if (!kind.equals("ignore"))
                assertThat(r.isAddressBad()).isEqualTo(e.path("addressIsBad").asBoolean());
        }
    }

    private static String messageTo(String address, String id) {
        String number = app.order("prepaid", address, null, "{\"email\":true}");
        app.settled(number, notice, 1);
        String ours = app.messages(number, notice).get(0).path("id").asString();
        if (id != null)
            app.context.getBean(DatabaseWriter.class).write(db -> db.sql("update message set id = ? where id = ?")
                    .params(id, ours)
                    .update());
        return number;
    }

    private static boolean isStopped(String address) {
        return person.call("POST", "/ui/stop-list/find", "{\"channel\":\"email\",\"address\":\"" + address + "\"}")
                .json()
                .path("reason")
                .isString();
    }

    private static String status(String number) {
        return app.messages(number, notice).get(0).path("status").asString();
    }

    private static void deliver(byte[] mail, String to) {
        String text = new String(mail, StandardCharsets.ISO_8859_1);
        SmtpLine.send(app.context.getBean(ReplyMailListener.class).port(), "", to, text);
    }

    @ParameterizedTest
    @MethodSource("cases")
    void whatFollowsIsWhatItSaysAndNoMore(Map.Entry<String, JsonNode> c) {
        String id = c.getValue().path("originalMessageId").asString("").replaceAll("[<>]|@.*", "");
        String kind = c.getValue().path("kind").asString();
        if (id.isEmpty() || kind.equals("auto-reply")) return;
        // The same id may come up in two cases: each has a mail of its own.
        String address = CASES.path("sent")
                .valueStream()
                .filter(s -> s.path("messageId").asString().equals("<" + id + "@mail.shop.example>"))
                .findFirst()
                .orElseThrow()
                .path("recipient")
                .asString();
        app.context.getBean(DatabaseWriter.class).write(db -> db.sql(
                        "update message set id = id || '_before' where id = ?")
                .param(id)
                .update());
        person.call("POST", "/ui/stop-list/remove", "{\"channel\":\"email\",\"address\":\"" + address + "\"}");
        String number = messageTo(address, id);
        deliver(file(c.getKey()), "notices@mail.shop.example");
        JsonNode mine = c.getValue()
                .path("recipients")
                .valueStream()
                .filter(r -> r.path("recipient").asString().equals(address))
                .findFirst()
                .orElse(null);
        switch (kind) {
            case "bounce" -> assertThat(status(number)).isEqualTo("failed");
            case "delivered" -> assertThat(status(number)).isEqualTo("delivered");
            default -> assertThat(status(number)).isEqualTo("accepted");
        }
        boolean stops = kind.equals("complaint")
                || kind.equals("bounce")
                        && mine != null
                        && mine.path("addressIsBad").asBoolean();
        assertThat(isStopped(address)).isEqualTo(stops);
        for (JsonNode r : c.getValue().path("recipients"))
            if (!r.path("recipient").asString().equals(address))
                assertThat(isStopped(r.path("recipient").asString()))
                        .as("somebody else, whom this mail didn't go to")
                        .isFalse();
    }

    /** A plain bounce without a copy of the mail is known by the address it came to. */
    @Test
    void theReturnPathNamesTheMail() {
        String number = messageTo("path@customer.example", null);
        String id = app.messages(number, notice).get(0).path("id").asString();
        String report = new String(file("failed-with-original.eml"), StandardCharsets.ISO_8859_1)
                .replace("ana.fields@example.com", "path@customer.example")
                .replaceAll("Message-ID: <u1001[^>]*>\r\n", "");
        deliver(report.getBytes(StandardCharsets.ISO_8859_1), "bounces+" + id + "@mail.shop.example");
        assertThat(status(number)).isEqualTo("failed");
        assertThat(isStopped("path@customer.example")).isTrue();
        String story = person.call("GET", "/ui/orders/kites/" + number, null).body();
        assertThat(story).contains("This address can't be reached by e-mail", "User unknown");
    }

    /** Fifty in a row, and one that is cut off anywhere: nothing is answered, and nothing breaks. */
    @Test
    void aStormOfThemIsTakenAndAnsweredByNothing() {
        int before = app.world.mailbox.all().size();
        byte[] whole = file("several-recipients.eml");
        for (int i = 1; i <= 50; i++)
            deliver(java.util.Arrays.copyOf(whole, whole.length * i / 50), "notices@mail.shop.example");
        assertThat(app.world.mailbox.all()).hasSize(before);
        assertThat(app.context
                        .getBean(JdbcClient.class)
                        .sql("select count(*) from reply")
                        .query(Integer.class)
                        .single())
                .isZero();
    }

    @Test
    void anAddressThatTheServerDoesntKnowIsPutAside() {
        String number = app.order("prepaid", "bounce.storm@customer.example", null, "{\"email\":true}");
        await().until(() -> status(number).equals("failed"));
        await().until(() -> isStopped("bounce.storm@customer.example"));
        String next = app.order("prepaid", "bounce.storm@customer.example", null, "{\"email\":true}");
        await().until(() -> status(next).equals("withheld"));
    }
}
