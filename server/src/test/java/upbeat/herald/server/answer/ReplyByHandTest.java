package upbeat.herald.server.answer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.standins.PhoneInbox;

/** Somebody of the team writes back, over the channel the customer wrote on. */
class ReplyByHandTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeEach
    void signIn() {
        if (person == null) person = app.signedIn();
    }

    /** The reply as the inbox shows it. */
    private static JsonNode waiting(String sender) {
        await().until(() -> find(sender) != null);
        return find(sender);
    }

    private static JsonNode find(String sender) {
        for (JsonNode r : person.call("GET", "/ui/answers/replies", null).json().path("replies"))
            if (r.path("sender").asString().equals(sender)) return r;
        return null;
    }

    private static RunningApp.Answer answer(JsonNode reply, String text) {
        return person.call(
                "POST",
                "/ui/answers/replies/" + reply.path("id").asLong() + "/answers",
                "{\"text\":" + Json.write(text) + "}");
    }

    private static JsonNode ended(String sender) {
        await().until(() -> !find(sender)
                .path("answers")
                .path(0)
                .path("state")
                .asString("sending")
                .equals("sending"));
        return find(sender).path("answers").get(0);
    }

    private static List<PhoneInbox.Received> on(String phone) {
        return app.world.phones.on(phone.substring(1));
    }

    @Test
    void bySms() {
        String phone = "+46701740660";
        String number = app.order("prepaid", null, phone, "{\"sms\":true}");
        app.world.sms.reply(phone, "Can you leave it at the shed?");
        JsonNode reply = waiting(phone);
        assertThat(reply.path("answerUntil").isNull())
                .as("a text message may be answered at any time")
                .isTrue();
        JsonNode measured = person.call(
                        "POST",
                        "/ui/answers/replies/" + reply.path("id").asLong() + "/answers/measure",
                        "{\"text\":\"" + "x".repeat(161) + "\"}")
                .json();
        assertThat(measured.path("segments").asInt())
                .as("3GPP TS 23.040: two parts of 153")
                .isEqualTo(2);
        assertThat(measured.path("cost").path("currency").asString()).isNotEmpty();
        assertThat(answer(reply, " Yes, we told the carrier.\u202e ").status()).isEqualTo(204);
        JsonNode sent = ended(phone);
        assertThat(sent.path("state").asString()).isEqualTo("sent");
        assertThat(sent.path("by").asString()).isEqualTo("coordinator");
        assertThat(on(phone).get(0).text()).isEqualTo("Yes, we told the carrier.");
        assertThat(person.call("GET", "/ui/orders/kites/" + number, null).body())
                .contains("Answered: “Yes, we told the carrier.”");
        assertThat(find(phone))
                .as("it waits until somebody says that it is done")
                .isNotNull();
    }

    @Test
    void byMail() {
        create(person, live("Received", "ordered", "[\"email\"]", ""));
        app.order("prepaid", "asks@customer.example", null, "{\"email\":true}");
        var first = app.world.mailbox;
        await().until(() -> !first.to("asks@customer.example").isEmpty());
        String id = first.to("asks@customer.example").get(0).id();
        app.bare(
                "POST",
                "/bench/mail/" + id + "/reply",
                "{\"text\":\"Is the <b>red</b> one still there?\"}",
                java.util.Map.of());
        JsonNode reply = waiting("asks@customer.example");
        int had = first.to("asks@customer.example").size();
        assertThat(answer(reply, "Yes.\n\nRed & blue.").status()).isEqualTo(204);
        assertThat(ended("asks@customer.example").path("state").asString()).isEqualTo("sent");
        await().until(() -> first.to("asks@customer.example").size() == had + 1);
        String raw = first.to("asks@customer.example").stream()
                .filter(m -> m.subject().startsWith("Re: T-"))
                .findFirst()
                .orElseThrow()
                .raw();
        assertThat(raw).contains("Red &amp; blue").doesNotContain("List-Unsubscribe");
    }

    @Test
    void byChatWhileItsWindowIsOpen() {
        String phone = "+46701740661";
        app.order("prepaid", null, phone, "{\"whatsapp\":true}");
        app.world.chat.reply(phone, "Where is my kite?");
        JsonNode reply = waiting(phone);
        Instant until = Instant.parse(reply.path("answerUntil").asString());
        assertThat(until)
                .isEqualTo(Instant.parse(reply.path("receivedAt").asString()).plus(Duration.ofHours(24)));
        assertThat(answer(reply, "In the van").status()).isEqualTo(204);
        assertThat(ended(phone).path("state").asString()).isEqualTo("sent");
        assertThat(on(phone).get(0).text()).isEqualTo("In the van");
        app.advance("PT25H");
        RunningApp.Answer late = answer(reply, "Still in the van");
        assertThat(late.status()).isEqualTo(422);
        assertThat(late.body()).contains("has run out");
        app.world.chat.reply(phone, "And now?");
        await().until(() ->
                Instant.parse(waiting(phone).path("answerUntil").asString()).isAfter(app.now()));
        assertThat(answer(reply, "Delivered").status()).isEqualTo(204);
    }

    @Test
    void aGatewayThatIsAwayIsTriedAgainAndARefusalIsShown() {
        String phone = "+46701740662";
        app.world.chat.reply(phone, "Hello?");
        JsonNode reply = waiting(phone);
        app.bare("POST", "/bench/servers/chat", "{\"running\":false}", java.util.Map.of());
        answer(reply, "Hello");
        await().until(() -> !find(phone).path("answers").get(0).path("said").isNull());
        assertThat(find(phone).path("answers").get(0).path("state").asString()).isEqualTo("sending");
        app.bare("POST", "/bench/servers/chat", "{\"running\":true}", java.util.Map.of());
        app.advance("PT1H");
        assertThat(ended(phone).path("state").asString()).isEqualTo("sent");
    }

    @Test
    void whoSaidStopIsNotWrittenTo() {
        String phone = "+46701740663";
        app.order("prepaid", null, phone, "{\"sms\":true,\"whatsapp\":true}");
        app.world.chat.reply(phone, "What is this?");
        JsonNode reply = waiting(phone);
        app.world.chat.reply(phone, "STOP");
        await().until(() -> on(phone).stream().anyMatch(m -> m.text().contains("any more messages from us here")));
        RunningApp.Answer refused = answer(reply, "Sorry");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body()).contains("stopped all messages");
    }

    @ParameterizedTest
    @CsvSource({"'', Write something first", "'  ', Write something first", "LONG, Write up to 1000 characters"})
    void whatCantBeSentIsSaid(String text, String said) {
        String phone = "+46701740664";
        app.world.sms.reply(phone, "Hm?");
        RunningApp.Answer refused = answer(waiting(phone), text.equals("LONG") ? "x".repeat(1_001) : text);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body()).contains(said);
    }

    @Test
    void isGivenToSomebodyAndDone() {
        String phone = "+46701740665";
        app.world.sms.reply(phone, "Call me");
        String path = "/ui/answers/replies/" + waiting(phone).path("id").asLong();
        assertThat(person.call("PUT", path + "/assignee", "{\"name\":\"coordinator\"}")
                        .status())
                .isEqualTo(204);
        assertThat(find(phone).path("assignedTo").asString()).isEqualTo("coordinator");
        assertThat(person.call("PUT", path + "/assignee", "{\"name\":\"nobody\"}")
                        .status())
                .isEqualTo(422);
        assertThat(person.call("PUT", path + "/assignee", "{\"name\":null}").status())
                .isEqualTo(204);
        assertThat(find(phone).path("assignedTo").isNull()).isTrue();
        assertThat(person.call("POST", path + "/done", "{}").status()).isEqualTo(204);
        assertThat(find(phone)).isNull();
        assertThat(person.call("PUT", path + "/assignee", "{\"name\":\"coordinator\"}")
                        .status())
                .isEqualTo(404);
    }

    @Test
    void anErasedCustomerIsNotWrittenTo() {
        String phone = "+46701740666";
        String number = app.order("prepaid", null, phone, "{\"sms\":true}");
        app.world.sms.reply(phone, "Forget me please");
        JsonNode reply = waiting(phone);
        person.call("POST", "/ui/erasure", "{\"orders\":[{\"shop\":\"kites\",\"number\":\"" + number + "\"}]}");
        assertThat(answer(reply, "Done").body()).contains("was erased");
    }
}
