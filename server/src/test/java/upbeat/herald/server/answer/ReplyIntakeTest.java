package upbeat.herald.server.answer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.channel.ReplyListener;
import upbeat.herald.standins.PhoneInbox;

/** Replies come in over a real SMS centre and a real chat network, and reach the order. */
class ReplyIntakeTest extends OwnAppTestCase {
    private static RunningApp.Person person;
    private static String asks;
    private static JdbcClient db;

    @BeforeEach
    void aQuestionBySms() {
        if (person != null) return;
        person = app.signedIn();
        db = app.context.getBean(JdbcClient.class);
        app.emptyPlan(person);
        asks = create(
                person,
                live(
                        "Asks",
                        "ordered",
                        "[\"sms\"]",
                        "\"buttons\":[{\"id\":\"keep\",\"label\":\"Yes, pack it\",\"tag\":\"kept\",\"refuses\":false},"
                                + "{\"id\":\"drop\",\"label\":\"Cancel it\",\"tag\":\"dropped\",\"refuses\":true}],"));
    }

    private static String asked(String phone) {
        String number = app.order("prepaid", null, phone, "{\"sms\":true}");
        app.settled(number, asks, 1);
        return number;
    }

    private static List<JsonNode> answers(String number) {
        return app.read(number).path("answers").valueStream().toList();
    }

    private static long waiting(String sender) {
        return db.sql("select count(*) from reply where sender = ? and handled_at is null")
                .param(sender)
                .query(Long.class)
                .single();
    }

    private static long kept(String sender) {
        return db.sql("select count(*) from reply where sender = ?")
                .param(sender)
                .query(Long.class)
                .single();
    }

    private static List<PhoneInbox.Received> on(String phone) {
        return app.world.phones.on(phone);
    }

    @Test
    void aKnownWordAnswersTheQuestion() {
        String number = asked("+46701740611");
        app.world.sms.reply("+46701740611", "Yes!");
        await().until(() -> answers(number).size() == 1);
        assertThat(answers(number).get(0).path("button").asString()).isEqualTo("keep");
        assertThat(answers(number).get(0).path("via").asString()).isEqualTo("sms");
        assertThat(app.read(number).path("tags").toString()).contains("kept");
        // Said once more, it changes nothing; there is no open question now, so a person looks.
        app.world.sms.reply("+46701740611", "no");
        await().until(() -> waiting("+46701740611") == 1);
        assertThat(answers(number)).hasSize(1);
    }

    @Test
    void anythingElseWaitsForAPersonWithItsOrder() {
        String number = asked("+46701740612");
        app.world.sms.reply("+46701740612", "yes but not on Friday, ž");
        await().until(() -> waiting("+46701740612") == 1);
        assertThat(answers(number)).isEmpty();
        String page = person.call("GET", "/ui/orders/kites/" + number, null).body();
        assertThat(page).contains("yes but not on Friday, ž").contains("needs a person");
    }

    @Test
    void stopEndsTheChannelOnceForAllAndIsConfirmedOnce() {
        String phone = "+46701740613";
        String number = asked(phone);
        String later = create(person, live("Later", "dispatched", "[\"sms\"]", ""));
        int had = on(phone).size();
        app.world.sms.reply(phone, "STOP");
        await().until(() -> on(phone).size() == had + 1);
        assertThat(on(phone).get(0).text()).contains("You won't get any more text messages from us");
        app.world.sms.reply(phone, "Stopp");
        await().until(() -> kept(phone) == 2);
        assertThat(waiting(phone)).isZero();
        app.parcel(number, "hopgate", "HOP 0801 0000 7");
        app.scan("hopgate", "HOP 0801 0000 7", "20", app.now());
        JsonNode skipped = app.settled(number, later, 1).get(0);
        assertThat(skipped.path("status").asString()).isEqualTo("withheld");
        assertThat(skipped.path("reason").asString()).contains("stop list");
        assertThat(on(phone)).as("confirmed once").hasSize(had + 1);
        assertThat(app.read(number).path("notes").toString()).contains("The customer replied STOP");
        assertThat(person.call("GET", "/ui/orders/kites/" + number, null).body())
                .contains("Told the customer that messages stop");
    }

    @Test
    void stopInASentenceStopsNothing() {
        String number = asked("+46701740614");
        app.world.sms.reply("+46701740614", "Please stop at the gate");
        await().until(() -> waiting("+46701740614") == 1);
        assertThat(app.read(number).path("notes").toString()).doesNotContain("STOP");
    }

    @Test
    void whoNobodyKnowsIsKeptForAPerson() {
        app.world.sms.reply("+46701740699", "Who is this?");
        await().until(() -> waiting("+46701740699") == 1);
    }

    @Test
    void aChatIsReadTheSameWayAndOnlyOnce() {
        String number = asked("+46701740615");
        app.world.chat.reply("+46701740615", "CANCEL IT");
        await().until(() -> answers(number).size() == 1);
        assertThat(answers(number).get(0).path("button").asString()).isEqualTo("drop");
        assertThat(answers(number).get(0).path("via").asString()).isEqualTo("whatsapp");
        // The network tells it again: it is the same reply.
        ReplyIntake intake = app.context.getBean(ReplyIntake.class);
        for (int i = 0; i < 3; i++)
            intake.textReceived(
                    new ReplyListener.IncomingText(ChatChannel.WHATSAPP, "+46701740616", "Hello", "in-again", false));
        assertThat(kept("+46701740616")).isEqualTo(1);
    }

    @Test
    void partsOfALongTextAndMachinesThatAnswerMachinesAreNoAnswers() {
        String number = asked("+46701740617");
        ReplyIntake intake = app.context.getBean(ReplyIntake.class);
        intake.textReceived(new ReplyListener.IncomingText(
                upbeat.herald.core.wording.sms.SmsChannel.SMS, "+46701740617", "yes", null, true));
        assertThat(answers(number)).isEmpty();
        for (int i = 0; i < 100; i++)
            intake.textReceived(new ReplyListener.IncomingText(
                    upbeat.herald.core.wording.sms.SmsChannel.SMS,
                    "+46701740618",
                    "I am away until Monday " + "x".repeat(10_000),
                    null,
                    false));
        assertThat(kept("+46701740618")).isEqualTo(30);
        intake.textReceived(new ReplyListener.IncomingText(
                upbeat.herald.core.wording.sms.SmsChannel.SMS, "+46701740618", "STOP", null, false));
        assertThat(kept("+46701740618")).as("STOP is always heard").isEqualTo(31);
        assertThat(db.sql("select max(length(text)) from reply where sender = '+46701740618'")
                        .query(Integer.class)
                        .single())
                .isLessThanOrEqualTo(2_000);
    }
}
