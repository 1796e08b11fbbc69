package upbeat.herald.server.delivery.email;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.Mailbox;

/** Customers answer mails by mail, over a real SMTP connection. */
class ReplyMailListenerTest extends OwnAppTestCase {
    private static RunningApp.Person person;
    private static String asks;
    private static int customers;
    private String email;
    private String number;

    @BeforeEach
    void aQuestionByMail() {
        if (person == null) {
            person = app.signedIn();
            app.emptyPlan(person);
            asks = create(
                    person,
                    live(
                            "Asks",
                            "ordered",
                            "[\"email\"]",
                            "\"buttons\":[{\"id\":\"keep\",\"label\":\"Yes, pack it\",\"tag\":\"kept\",\"refuses\":false},"
                                    + "{\"id\":\"drop\",\"label\":\"Cancel it\",\"tag\":\"dropped\",\"refuses\":true}],"));
        }
        email = "replies" + ++customers + "@customer.example";
        number = app.order("prepaid", email, null, "{\"email\":true}");
        app.settled(number, asks, 1);
    }

    private Mailbox.Mail mail() {
        return app.world.mailbox.to(email).get(0);
    }

    private int answers() {
        return app.read(number).path("answers").size();
    }

    private static long kept(String sender, String more) {
        return app.context
                .getBean(JdbcClient.class)
                .sql("select count(*) from reply where sender = ?" + more)
                .param(sender)
                .query(Long.class)
                .single();
    }

    @Test
    void aWordAnswersTheQuestionWhateverIsQuoted() {
        RunningApp.Answer sent =
                app.bare("POST", "/bench/mail/" + mail().id() + "/reply", "{\"text\":\"YES\"}", java.util.Map.of());
        assertThat(sent.status()).as(sent.body()).isEqualTo(200);
        await().until(() -> answers() == 1);
        assertThat(app.read(number).path("answers").get(0).path("button").asString())
                .isEqualTo("keep");
        assertThat(app.read(number).path("answers").get(0).path("via").asString())
                .isEqualTo("email");
    }

    @Test
    void moreThanAWordWaitsForAPerson() {
        app.world.mailReplies.reply(mail(), "Yes, but please not on Friday.\n\nAnn");
        await().until(() -> kept(email, " and handled_at is null") == 1);
        assertThat(answers()).isZero();
        assertThat(person.call("GET", "/ui/orders/kites/" + number, null).body())
                .contains("not on Friday");
    }

    /** A sender can be made up; the id of a mail that somebody else got can't. */
    @Test
    void whoDoesntAnswerTheirOwnMailAnswersNothing() {
        Mailbox.Mail own = mail();
        String id = own.raw().replaceAll("(?s).*Message-ID: (<[^>]+>).*", "$1");
        String other = "other" + customers + "@customer.example";
        send(other, "In-Reply-To: " + id + "\r\n", "YES", "a" + customers);
        await().until(() -> kept(other, "") == 1);
        send(email, "", "YES", "b" + customers);
        await().until(() -> kept(email, " and handled_at is null") == 1);
        send(email, "In-Reply-To: <msg_0000@shop.example>\r\n", "STOP", "c" + customers);
        await().until(() -> kept(email, " and handled_at is null") == 2);
        assertThat(answers()).isZero();
        send(email, "In-Reply-To: " + id + "\r\n", "Yes.", "d" + customers);
        await().until(() -> answers() == 1);
    }

    @Test
    void theSameMailTwiceIsOneReply() {
        String id = mail().raw().replaceAll("(?s).*Message-ID: (<[^>]+>).*", "$1");
        for (int i = 0; i < 2; i++) send(email, "In-Reply-To: " + id + "\r\n", "Hello again", "twice" + customers);
        assertThat(kept(email, "")).isEqualTo(1);
    }

    @Test
    void stopEndsMailsToThatAddress() {
        app.world.mailReplies.reply(mail(), "STOP");
        await().until(() -> !person.call(
                        "POST", "/ui/stop-list/find", "{\"channel\":\"email\",\"address\":\"" + email + "\"}")
                .json()
                .path("reason")
                .isNull());
    }

    /** A loop of automatic replies ends here: they are taken and nothing comes back. */
    @Test
    void machinesAreNotListenedTo() {
        int before = app.world.mailbox.to(email).size();
        for (int i = 0; i < 50; i++)
            send(email, "Auto-Submitted: auto-replied\r\n", "I'm away", "auto" + customers + "-" + i);
        assertThat(kept(email, "")).isZero();
        assertThat(app.world.mailbox.to(email)).hasSize(before);
    }

    /** From ever new addresses that nobody knows: the inbox stays usable, and customers are heard all the same. */
    @Test
    void aFloodOfStrangersIsKeptOut() {
        for (int i = 0; i < 230; i++) send("stranger" + i + "@flood.example", "", "Buy this", "flood" + i);
        assertThat(app.context
                        .getBean(JdbcClient.class)
                        .sql("select count(*) from reply where sender like '%@flood.example'")
                        .query(Long.class)
                        .single())
                .isBetween(190L, 200L);
        app.world.mailReplies.reply(mail(), "Where is my kite?");
        await().until(() -> kept(email, "") == 1);
        app.advance("PT2H");
        send("stranger@late.example", "", "Hello?", "late");
        assertThat(kept("stranger@late.example", "")).isEqualTo(1);
    }

    @Test
    void oneThatIsTooLargeIsRefusedAndTheNextIsTaken() {
        assertThatThrownBy(() -> send(email, "", "x".repeat(6 << 20), "large" + customers))
                .hasMessageContaining("refused");
        app.world.mailReplies.reply(mail(), "Thank you");
        await().until(() -> kept(email, "") == 1);
    }

    private static void send(String from, String headers, String text, String id) {
        app.world.mailReplies.send(
                from,
                "shop@shop.example",
                "From: " + from + "\r\nTo: shop@shop.example\r\nMessage-ID: <" + id + "@customer.example>\r\n" + headers
                        + "Content-Type: text/plain; charset=utf-8\r\n\r\n" + text + "\r\n");
    }
}
