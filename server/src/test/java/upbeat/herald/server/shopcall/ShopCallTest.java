package upbeat.herald.server.shopcall;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;
import static upbeat.herald.server.SignedCalls.verify;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import io.cloudevents.CloudEvent;
import io.cloudevents.jackson.JsonFormat;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.CallReceiver;

/**
 * A shop is told what its customers answered. The signatures are verified by the reference library of the Standard
 * Webhooks specification, the events read by the CloudEvents SDK.
 */
class ShopCallTest extends OwnAppTestCase {
    private static RunningApp.Person person;
    private static String notice;
    private static int customers;

    @BeforeEach
    void aShopThatIsCalled() {
        if (person == null) {
            person = app.signedIn();
            app.emptyPlan(person);
            notice = create(
                    person,
                    live(
                            "Asks",
                            "ordered",
                            "[\"email\"]",
                            "\"buttons\":[{\"id\":\"yes\",\"label\":\"Yes\",\"tag\":\"yes\",\"refuses\":false,\"freeText\":true,"
                                    + "\"effects\":[{\"kind\":\"call-shop\"}]}],"));
        }
        save(app.world.storefront.receiver.url());
    }

    private static RunningApp.Answer save(String url) {
        return person.call("PUT", "/ui/shops/kites/calls", "{\"url\":\"" + url + "\"}");
    }

    private static JsonNode calls() {
        return person.call("GET", "/ui/shops/kites/calls", null).json();
    }

    private static String answered(String text) {
        String number = app.order("prepaid", "called" + ++customers + "@customer.example", null, "{\"email\":true}");
        String mail = app.settled(number, notice, 1).get(0).path("text").asString();
        app.bare(
                "POST",
                mail.replaceAll("(?s).*?(/a/[A-Za-z0-9_-]{20,}).*", "$1"),
                "button=yes&text=" + text,
                Map.of("Content-Type", "application/x-www-form-urlencoded"));
        return number;
    }

    private static List<CallReceiver.Call> about(String number) {
        return app.world.storefront.receiver.calls().stream()
                .filter(c -> c.body().contains("\"" + number + "\""))
                .toList();
    }

    @Test
    void theShopIsToldWithASignatureThatHolds() throws Exception {
        String number = answered("Thanks");
        await().until(() -> about(number).size() == 1);
        CallReceiver.Call call = about(number).get(0);
        String secret = calls().path("secret").asString();
        verify(call, secret);
        CallReceiver.Call changed = new CallReceiver.Call(
                call.id(),
                call.timestamp(),
                call.signature(),
                call.type(),
                call.body().replace("yes", "no"));
        assertThatThrownBy(() -> verify(changed, secret)).isInstanceOf(Exception.class);
        assertThat(call.type()).startsWith("application/cloudevents+json");
        CloudEvent event = new JsonFormat().deserialize(call.body().getBytes(StandardCharsets.UTF_8));
        assertThat(event.getId()).isEqualTo(call.id());
        assertThat(event.getType()).isEqualTo("upbeat.herald.answer.given");
        assertThat(event.getSubject()).isEqualTo(number);
        assertThat(call.body()).contains("\"order\":\"" + number + "\"", "\"answer\":\"yes\"", "\"text\":\"Thanks\"");
        await().untilAsserted(() -> assertThat(
                        person.call("GET", "/ui/orders/kites/" + number, null).body())
                .contains("Told the shop of the answer"));
    }

    @Test
    void aShopThatFailsIsCalledAgainLaterWithTheSameId() {
        app.world.storefront.receiver.answerNext(500, "Out of order");
        app.world.storefront.receiver.redirectNext("http://10.0.0.1/hook");
        String number = answered("Later");
        await().until(() -> about(number).size() == 1);
        await().until(() ->
                calls().path("calls").get(0).path("said").asString("").contains("500: Out of order"));
        assertThat(calls().path("calls").get(0).path("state").asString()).isEqualTo("waiting");
        app.advance("PT2M");
        await().until(() -> about(number).size() == 2);
        await().until(() ->
                calls().path("calls").get(0).path("said").asString("").contains("Redirects aren't followed"));
        app.advance("PT5M");
        await().until(() -> about(number).size() == 3);
        await().until(() ->
                calls().path("calls").get(0).path("state").asString().equals("taken"));
        assertThat(about(number).stream().map(CallReceiver.Call::id).distinct()).hasSize(1);
        assertThat(calls().path("calls").get(0).path("attempts").asInt()).isEqualTo(3);
    }

    @Test
    void aShopThatNeverAnswersIsGivenUpAndCalledAgainByHand() {
        app.world.server("shop").stop();
        String number = answered("Never");
        for (int i = 0; i < 8; i++) {
            int attempts = i + 1;
            await().until(() -> calls().path("calls").get(0).path("attempts").asInt() >= attempts
                    && calls().path("calls").get(0).path("said").asString("").contains("503"));
            app.advance("PT5H");
        }
        await().until(() ->
                calls().path("calls").get(0).path("state").asString().equals("failed"));
        assertThat(person.call("GET", "/ui/orders/kites/" + number, null).body())
                .contains("Couldn't tell the shop of the answer");
        app.world.server("shop").start();
        String id = calls().path("calls").get(0).path("id").asString();
        assertThat(person.call("POST", "/ui/shops/kites/calls/" + id + "/again", null)
                        .status())
                .isEqualTo(200);
        await().until(() -> about(number).size() == 1);
        await().until(() ->
                calls().path("calls").get(0).path("state").asString().equals("taken"));
    }

    @Test
    void aTestCallAndANewSecret() throws Exception {
        String before = calls().path("secret").asString();
        String after = person.call("POST", "/ui/shops/kites/calls/secret", null)
                .json()
                .path("secret")
                .asString();
        assertThat(after).startsWith("whsec_").isNotEqualTo(before);
        int had = app.world.storefront.receiver.calls().size();
        person.call("POST", "/ui/shops/kites/calls/test", null);
        await().atMost(Duration.ofSeconds(10))
                .until(() -> app.world.storefront.receiver.calls().size() > had);
        CallReceiver.Call call = app.world.storefront.receiver.calls().get(had);
        assertThat(call.body()).contains("upbeat.herald.test");
        verify(call, after);
        assertThatThrownBy(() -> verify(call, before)).isInstanceOf(Exception.class);
    }

    @Test
    void addressesInsideTheNetworkAreRefusedAndNothingIsLost() {
        String kept = calls().path("document").path("url").asString();
        for (String url : List.of(
                "http://10.0.0.1/hook",
                "http://169.254.169.254/latest",
                "http://[::1]/hook",
                "ftp://shop.example/hook",
                "http://user:pw@shop.example/",
                "not an address")) {
            RunningApp.Answer refused = save(url);
            assertThat(refused.status()).as(url).isEqualTo(422);
            assertThat(refused.body()).contains("\"field\":\"url\"").contains("can't be called there");
        }
        assertThat(calls().path("document").path("url").asString()).isEqualTo(kept);
    }
}
