package upbeat.herald.server.answer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.PhoneInbox;

/** A customer who asks to cancel is seen wherever the order can be marked, and a wrong answer can be put right. */
class AnswerCorrectionTest extends OwnAppTestCase {
    private static final String ALL = "{\"email\":true,\"sms\":true,\"whatsapp\":true}";
    private static RunningApp.Person person;

    @BeforeAll
    static void open() {
        person = app.signedIn();
    }

    /** An order whose customer pressed the button that refuses it. */
    private static String refusedBy(String phone) {
        String number = app.order("cash-on-delivery", null, phone, ALL);
        app.advance("PT15M");
        await().until(() -> !app.world.phones.on(phone).isEmpty());
        PhoneInbox.Received got = app.world.phones.on(phone).get(0);
        app.bare(
                "POST",
                "/bench/phones/" + phone.substring(1) + "/press",
                "{\"messageId\":\"" + got.id() + "\",\"button\":\""
                        + got.buttons().get(1).id() + "\"}",
                java.util.Map.of());
        await().until(() -> app.read(number).path("answers").size() == 1);
        return number;
    }

    private static JsonNode mark(String number, String stage, boolean confirmed) {
        return person.call(
                        "POST",
                        "/ui/hand/marks",
                        "{\"orders\":[{\"shop\":\"kites\",\"number\":\"" + number + "\"}],\"stage\":\"" + stage
                                + "\",\"confirmed\":" + confirmed + "}")
                .json();
    }

    @Test
    void anOrderThatShallBeCancelledIsMarkedOnlyOnConfirmation() {
        String number = refusedBy("+46701740691");
        app.parcel(number, "hopgate", "HOP 7100 0001 1");
        assertThat(person.call("GET", "/ui/orders?search=" + number, null).body())
                .contains("\"marks\":[\"CANCEL_WISHED\"]");
        JsonNode left = mark(number, "dispatched", false);
        assertThat(left.path("askedToCancel").toString()).contains(number);
        assertThat(left.path("done").asInt()).isZero();
        assertThat(app.read(number).path("stage").asString()).isEqualTo("packed");
        assertThat(mark(number, "dispatched", true).path("done").asInt()).isEqualTo(1);
        assertThat(app.read(number).path("stage").asString()).isEqualTo("dispatched");
    }

    @Test
    void aSheetDoesNotSendItOutEither() {
        String number = refusedBy("+46701740694");
        app.parcel(number, "hopgate", "HOP 7100 0004 1");
        String other = app.order("prepaid", null, null, "{}");
        app.parcel(other, "hopgate", "HOP 7100 0004 2");
        JsonNode looked = person.upload(
                        "/ui/sheets?kind=stages",
                        "kites",
                        ("order number,status\n" + number + ",dispatched\n" + other + ",dispatched\n").getBytes())
                .json();
        await().until(() -> person.call("GET", "/ui/sheets/" + looked.path("id").asString(), null)
                .json()
                .path("state")
                .asString()
                .equals("ready"));
        JsonNode result = person.call("GET", "/ui/sheets/" + looked.path("id").asString(), null)
                .json();
        assertThat(result.path("refused").asInt()).isEqualTo(1);
        assertThat(result.path("changed").asInt()).isEqualTo(1);
        assertThat(result.path("rows").toString()).contains("The customer asked to cancel this order");
    }

    @Test
    void cancellingItNeedsNoConfirmation() {
        String number = refusedBy("+46701740692");
        assertThat(mark(number, "cancelled", false).path("done").asInt()).isEqualTo(1);
        assertThat(person.call("GET", "/ui/orders?search=" + number, null).body())
                .contains("\"marks\":[]");
    }

    @Test
    void aWrongAnswerIsPutRightAndTheTimelineSaysByWhomAndWhy() {
        String number = refusedBy("+46701740693");
        String at = "/ui/orders/kites/" + number + "/answers";
        JsonNode given = person.call("GET", at, null).json().get(0);
        String wrong = given.path("button").asString();
        String right = given.path("choices")
                .valueStream()
                .filter(c -> !c.path("refuses").asBoolean())
                .findFirst()
                .orElseThrow()
                .path("button")
                .asString();
        String change = "{\"button\":\"%s\",\"why\":\"%s\"}";
        assertThat(person.call("PUT", at + "/is-it-yours", change.formatted(right, ""))
                        .status())
                .as("without a reason")
                .isEqualTo(422);
        assertThat(person.call("PUT", at + "/is-it-yours", change.formatted(wrong, "x"))
                        .status())
                .as("the answer that is there")
                .isEqualTo(422);
        assertThat(person.call("PUT", at + "/no-such", change.formatted(right, "x"))
                        .status())
                .isEqualTo(404);
        assertThat(person.call("PUT", at + "/is-it-yours", change.formatted(right, "she called"))
                        .status())
                .isEqualTo(204);
        JsonNode order = app.read(number);
        assertThat(order.path("answers").get(0).path("button").asString()).isEqualTo(right);
        assertThat(order.path("notes").toString()).contains("corrected from", "by coordinator: she called");
        assertThat(order.path("tags").size()).isEqualTo(1);
        app.parcel(number, "hopgate", "HOP 7100 0003 1");
        assertThat(mark(number, "dispatched", false).path("done").asInt())
                .as("nobody asked to cancel it any more")
                .isEqualTo(1);
    }
}
