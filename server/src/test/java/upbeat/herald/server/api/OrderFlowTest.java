package upbeat.herald.server.api;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.Mailbox;
import upbeat.herald.standins.PhoneInbox;

class OrderFlowTest {
    private static final String ALL = "{\"email\":true,\"sms\":true,\"whatsapp\":true}";
    private static final String NO_CHAT = "{\"email\":true,\"sms\":true,\"whatsapp\":false}";
    private final RunningApp app = RunningApp.shared();

    private void awaitStatus(String number, String notice, String channel, String status) {
        await().untilAsserted(() -> assertThat(
                        app.message(number, notice, channel).path("status").asString("none"))
                .as("%s %s by %s", number, notice, channel)
                .isEqualTo(status));
    }

    @Test
    void theQuestionGoesToThePhoneAndTheButtonAnswersIt() {
        String number = app.order("cash-on-delivery", "flow1@customer.example", "+46701740611", ALL);
        assertThat(app.message(number, "is-it-yours", "whatsapp").path("status").asString())
                .isEqualTo("planned");
        app.advance("PT15M");
        awaitStatus(number, "is-it-yours", "whatsapp", "delivered");
        PhoneInbox.Received got = app.world.phones.on("+46701740611").get(0);
        assertThat(got.text())
                .isEqualTo(
                        "Hello Ann, you ordered 1 Box kite and 2 Ribbon tail for 84,50\u00a0kr, to be paid on delivery. Is this order yours?");
        for (int i = 0; i < 2; i++)
            app.bare(
                    "POST",
                    "/bench/phones/46701740611/press",
                    "{\"messageId\":\"" + got.id() + "\",\"button\":\"confirm\"}",
                    Map.of());
        await().untilAsserted(() -> assertThat(app.read(number).path("answers")).hasSize(1));
        assertThat(app.read(number).path("tags").toString()).isEqualTo("[\"confirmed\"]");
        awaitStatus(number, "is-it-yours", "whatsapp", "read");
        assertThat(app.world.phones.on("+46701740611")).hasSize(1);
    }

    @Test
    void aParcelIsFollowedAndNothingIsSaidTwice() {
        String mail = "flow2@customer.example";
        String number = app.order("prepaid", mail, "+46701740612", ALL);
        String tracking = "RX000000" + (1000 + (int) (System.nanoTime() % 9000)) + "XS";
        assertThat(app.parcel(number, "skerry-post", tracking).status()).isEqualTo(201);
        assertThat(app.parcel(number, "skerry-post", tracking).status()).isEqualTo(200);
        Instant now = app.now().minusSeconds(600);
        for (int i = 0; i < 3; i++) app.scan("skerry-post", tracking, "EMA", now);
        awaitStatus(number, "on-its-way", "email", "accepted");
        assertThat(app.put(number, "prepaid", mail, "+46701740612", ALL).status())
                .isEqualTo(200);
        app.scan("skerry-post", tracking, "EDG", now.plusSeconds(120));
        awaitStatus(number, "coming-today", "sms", "delivered");
        app.scan("skerry-post", tracking, "EMI", now.plusSeconds(240));
        awaitStatus(number, "delivered", "email", "accepted");
        JsonNode late =
                app.scan("skerry-post", tracking, "EMC", now.plusSeconds(60)).json();
        assertThat(late.path("accepted").asInt()).isEqualTo(1);
        JsonNode order = app.read(number);
        assertThat(order.path("stage").asString()).isEqualTo("delivered");
        assertThat(order.path("parcels").get(0).path("trackingLink").asString())
                .isEqualTo("https://track.skerry-post.example/" + tracking);
        assertThat(app.message(number, "moving", "whatsapp").isMissingNode())
                .as("a late scan is no news")
                .isTrue();
        assertThat(app.world.mailbox.to(mail))
                .extracting(Mailbox.Mail::subject)
                .containsExactlyInAnyOrder(
                        "Your order " + number + " is on its way", "Your order " + number + " was delivered");
        assertThat(app.world.phones.on("+46701740612")).hasSize(1);
        assertThat(app.message(number, "coming-today", "sms")
                        .path("cost")
                        .path("amount")
                        .asString())
                .isEqualTo("0.15");
    }

    @Test
    void aLinkOnlyAnswersWhenItsFormIsSent() {
        String number = app.order("cash-on-delivery", null, "+46701740613", NO_CHAT);
        app.advance("PT15M");
        awaitStatus(number, "is-it-yours", "sms", "delivered");
        String text = app.world.phones.on("+46701740613").get(0).text();
        Matcher link = Pattern.compile("/a/[A-Za-z0-9_-]+").matcher(text);
        assertThat(link.find()).as(text).isTrue();
        String path = link.group();
        RunningApp.Answer page = app.bare("GET", path + "?b=cancel", null, Map.of());
        assertThat(page.status()).isEqualTo(200);
        assertThat(page.body()).contains("Yes, pack it", "Cancel it", number);
        assertThat(app.read(number).path("answers"))
                .as("a scanner's GET says nothing")
                .isEmpty();
        Map<String, String> form = Map.of("Content-Type", "application/x-www-form-urlencoded");
        assertThat(app.bare("POST", path, "button=cancel", form).body()).contains("Thank you");
        assertThat(app.bare("POST", path, "button=confirm", form).body()).contains("already answered", "Cancel it");
        assertThat(app.read(number).path("tags").toString()).isEqualTo("[\"cancel-requested\"]");
        assertThat(app.bare("POST", path, "button=nonsense", form).status()).isEqualTo(400);
        assertThat(app.bare(
                                "GET",
                                path.substring(0, path.length() - 1) + (path.endsWith("A") ? "B" : "A"),
                                null,
                                Map.of())
                        .status())
                .isEqualTo(404);
        app.advance("P31D");
        assertThat(app.bare("GET", path, null, Map.of()).status()).isEqualTo(410);
    }

    @Test
    void aChannelThatFailsHandsOnToTheNext() {
        // By the stand-ins' script ...99 is not on the chat network and ...98 never gets its SMS.
        String number = app.order("cash-on-delivery", "flow4@customer.example", "+46701740699", ALL);
        String lost = app.order("cash-on-delivery", "flow5@customer.example", "+46701740698", NO_CHAT);
        app.advance("PT15M");
        awaitStatus(number, "is-it-yours", "whatsapp", "failed");
        awaitStatus(number, "is-it-yours", "sms", "delivered");
        awaitStatus(lost, "is-it-yours", "sms", "failed");
        awaitStatus(lost, "is-it-yours", "email", "accepted");
        assertThat(app.world.mailbox.to("flow5@customer.example")).hasSize(1);
    }

    @Test
    void scansBeforeTheirParcelAreReadWhenItComes() {
        String number = app.order("prepaid", "flow6@customer.example", null, ALL);
        assertThat(app.scan("hopgate", "HOP 7777 0001 1", "20", app.now())
                        .json()
                        .path("unknownParcel")
                        .asInt())
                .isEqualTo(1);
        app.parcel(number, "hopgate", "HOP-7777-0001-1");
        awaitStatus(number, "on-its-way", "email", "accepted");
        assertThat(app.read(number).path("stage").asString()).isEqualTo("dispatched");
    }

    @Test
    void anAddressThatComesLaterIsUsed() {
        String number = app.order("cash-on-delivery", null, null, ALL);
        assertThat(app.message(number, "is-it-yours", "email").path("status").asString())
                .isEqualTo("withheld");
        assertThat(app.message(number, "is-it-yours", "email").path("reason").asString())
                .isEqualTo("The order has no e-mail address");
        app.put(number, "cash-on-delivery", "flow7@customer.example", null, ALL);
        app.advance("PT15M");
        awaitStatus(number, "is-it-yours", "email", "accepted");
    }

    @Test
    void messagesAreListedPageByPage() {
        for (int i = 0; i < 3; i++) app.order("cash-on-delivery", "list@customer.example", null, ALL);
        JsonNode first =
                app.api("GET", "/api/v1/messages?shop=kites&limit=2", null).json();
        assertThat(first.path("messages")).hasSize(2);
        JsonNode second = app.api(
                        "GET",
                        "/api/v1/messages?shop=kites&limit=2&after="
                                + first.path("next").asString(),
                        null)
                .json();
        assertThat(second.path("messages").get(0).path("id"))
                .isNotEqualTo(first.path("messages").get(1).path("id"));
        assertThat(app.api("GET", "/api/v1/messages?status=nonsense", null).status())
                .isEqualTo(422);
        assertThat(List.of(
                        app.api("GET", "/api/v1/messages?limit=0", null).status(),
                        app.api("GET", "/api/v1/messages?after=x", null).status()))
                .containsOnly(422);
    }

    /**
     * Lengths by 3GPP TS 23.038: one character outside the GSM alphabet leaves 70 units for the text instead of 160.
     */
    @Test
    void aTextIsMeasuredBeforeItIsSent() {
        app.order("prepaid", "long@customer.example", "+46701740605", ALL);
        RunningApp.Person person = app.signedIn();
        String body = """
                {"notice":{"name":"x","stage":"ordered","channels":["sms"],"rule":"all","state":"paused","buttons":[],"wordings":{"sms":{"text":"%s"}}},"channel":"sms"}""";
        JsonNode sms = person.call(
                        "POST", "/ui/plan/preview", body.formatted("{{brand.name}}: “{{order.number}}” is here…"))
                .json()
                .path("details");
        assertThat(sms.path("length").path("encoding").asString()).isEqualTo("UCS-2");
        assertThat(sms.path("forces"))
                .extracting(f -> f.path("found").asString() + f.path("use").asString())
                .containsExactly("“\"", "”\"", "…...");
        assertThat(sms.path("forces").get(0).path("inWording").asBoolean()).isTrue();
        assertThat(sms.path("saysWho").asBoolean()).isTrue();
        JsonNode plain = person.call("POST", "/ui/plan/preview", body.formatted("It is here. " + "x".repeat(150)))
                .json()
                .path("details");
        assertThat(plain.path("length").path("encoding").asString()).isEqualTo("GSM-7");
        assertThat(plain.path("length").path("segments").asInt()).isEqualTo(2);
        assertThat(plain.path("cost").asString()).isEqualTo("0.30");
        assertThat(plain.path("saysWho").asBoolean()).isFalse();
    }
}
