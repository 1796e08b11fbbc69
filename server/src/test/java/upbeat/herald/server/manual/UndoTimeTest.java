package upbeat.herald.server.manual;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.delivery.Dispatcher;

/** What is done by hand waits for a minute before customers hear of it, so that undoing it undoes all of it. */
class UndoTimeTest extends OwnAppTestCase {
    private static RunningApp.Person person;
    private static int parcels;

    @BeforeAll
    static void open() {
        person = app.signedIn();
    }

    private static JsonNode mark(String stage, String number) {
        RunningApp.Answer answer = person.call(
                "POST",
                "/ui/hand/marks",
                "{\"stage\":\"%s\",\"orders\":[{\"shop\":\"kites\",\"number\":\"%s\"}],\"confirmed\":true}"
                        .formatted(stage, number));
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        return answer.json();
    }

    private static RunningApp.Answer undo(JsonNode done) {
        return person.call("POST", "/ui/hand/deeds/" + done.path("changeId").asLong() + "/undo", "");
    }

    private static String stage(String number) {
        return app.read(number).path("stage").asString();
    }

    private static String orderWithParcel(String mail) {
        String number = app.order("prepaid", mail, null, "{}");
        app.parcel(number, "hopgate", "HOP 71%02d 0000 1".formatted(++parcels));
        return number;
    }

    /** Whatever is due now has been handled. */
    private static void dispatchAll() {
        app.context.getBean(Dispatcher.class).dispatchAllDue();
    }

    private static long mails(String address) {
        dispatchAll();
        return app.world.mailbox.to(address).size();
    }

    @Test
    void undoneWithinTheMinuteNobodyHearsOfIt() {
        String mail = "undone@customer.example";
        String number = orderWithParcel(mail);
        JsonNode done = mark("dispatched", number);
        assertThat(done.path("messages").asInt()).isEqualTo(1);
        assertThat(done.path("undoSeconds").asInt()).isEqualTo(60);
        app.advance("PT59S");
        assertThat(mails(mail)).isZero();
        assertThat(undo(done).status()).isEqualTo(200);
        assertThat(stage(number)).isEqualTo("packed");
        app.advance("PT10M");
        assertThat(mails(mail)).as("never").isZero();
    }

    @Test
    void leftAloneItGoesOutAfterTheMinuteAndThenCantBeUndone() {
        String mail = "left-alone@customer.example";
        String number = orderWithParcel(mail);
        JsonNode done = mark("dispatched", number);
        app.advance("PT60S");
        await().until(() -> mails(mail) == 1);
        assertThat(undo(done).json().path("detail").asString()).contains("already told");
    }

    @Test
    void whatTheOrderChangesToMeanwhileWaitsAsWell() {
        String mail = "changed-meanwhile@customer.example";
        String number = orderWithParcel(null);
        JsonNode done = mark("dispatched", number);
        assertThat(done.path("messages").asInt()).isZero();
        app.put(number, "prepaid", mail, null, "{}");
        assertThat(app.message(number, "on-its-way", "email").path("status").asString())
                .isEqualTo("planned");
        assertThat(mails(mail)).as("an address that came in the minute").isZero();
        assertThat(undo(done).status()).isEqualTo(200);
        app.advance("PT10M");
        assertThat(mails(mail)).isZero();
    }

    @Test
    void aCancelledOrderComesBackWithAllThatWasPlanned() {
        String mail = "come-back@customer.example";
        String number = orderWithParcel(mail);
        app.scan("hopgate", "HOP 71%02d 0000 1".formatted(parcels), "20", app.now());
        JsonNode planned = app.message(number, "on-its-way", "email");
        assertThat(planned.path("status").asString()).isIn("planned", "sending", "accepted");
        JsonNode cancelled = mark("cancelled", number);
        assertThat(stage(number)).isEqualTo("cancelled");
        assertThat(cancelled.path("changeId").isNull()).as("it can be undone").isFalse();
        assertThat(undo(cancelled).status()).isEqualTo(200);
        assertThat(stage(number)).isEqualTo("dispatched");
        app.advance("PT1M");
        await().until(() -> mails(mail) == 1);
    }

    @Test
    void refundedAfterCancelledGoesBackToCancelled() {
        String number = app.order("prepaid", null, null, "{}");
        mark("cancelled", number);
        JsonNode refunded = mark("refunded", number);
        assertThat(stage(number)).isEqualTo("refunded");
        undo(refunded);
        assertThat(stage(number)).isEqualTo("cancelled");
    }

    @Test
    void anOrderWithoutATrackingNumberIsMarkedAsAWhole() {
        String number = app.order("prepaid", null, null, "{}");
        assertThat(mark("dispatched", number).path("done").asInt()).isEqualTo(1);
        assertThat(mark("dispatched", number).path("done").asInt()).as("twice").isZero();
        assertThat(stage(number)).isEqualTo("dispatched");
        assertThat(atStop("dispatched")).contains("\"" + number + "\"");
        int before = onRoute("delivered");
        JsonNode delivered = mark("delivered", number);
        assertThat(stage(number)).isEqualTo("delivered");
        assertThat(atStop("delivered")).contains("\"" + number + "\"");
        assertThat(onRoute("delivered")).isEqualTo(before + 1);
        assertThat(undo(delivered).status()).isEqualTo(200);
        assertThat(stage(number)).isEqualTo("dispatched");

        app.parcel(number, "hopgate", "HOP 7300 0000 1");
        assertThat(stage(number)).as("its first number takes the mark over").isEqualTo("dispatched");
        assertThat(app.read(number).path("parcels").path(0).path("stage").asString())
                .isEqualTo("dispatched");
        app.scan("hopgate", "HOP 7300 0000 1", "50", app.now());
        assertThat(app.read(number).path("parcels").path(0).path("stage").asString())
                .isEqualTo("delivered");
    }

    @Test
    void takingANumberOffAgainGivesTheOrderItsMarkBack() {
        String number = app.order("prepaid", null, null, "{}");
        JsonNode marked = mark("dispatched", number);
        JsonNode put = person.call(
                        "POST",
                        "/ui/hand/orders/kites/" + number + "/parcels",
                        "{\"carrier\":\"hopgate\",\"trackingNumber\":\"HOP 7500 0000 1\",\"items\":[]}")
                .json();
        assertThat(undo(marked).json().path("detail").asString()).contains("the mark moved to it");
        assertThat(stage(number)).isEqualTo("dispatched");
        assertThat(undo(put).status()).isEqualTo(200);
        assertThat(app.read(number).path("parcels")).isEmpty();
        assertThat(stage(number)).isEqualTo("dispatched");
        assertThat(mark("dispatched", number).path("done").asInt()).isZero();
    }

    @Test
    void anEndTakenBackLaterBringsBackWhatItKeptFromBeingSent() {
        String mail = "reopened@customer.example";
        String number = orderWithParcel(mail);
        mark("dispatched", number);
        JsonNode cancelled = mark("cancelled", number);
        app.advance("PT2M");
        await().untilAsserted(() -> {
            dispatchAll();
            assertThat(app.message(number, "on-its-way", "email").path("status").asString())
                    .isEqualTo("withheld");
        });
        assertThat(undo(cancelled).status()).as("no notice told the customer").isEqualTo(200);
        await().until(() -> mails(mail) == 1);
        assertThat(stage(number)).isEqualTo("dispatched");
    }

    @Test
    void aMarkWithoutANumberIsToldOnceAndNotAgainWithTheNumber() {
        String mail = "no-number@customer.example";
        String number = app.order("prepaid", mail, null, "{}");
        mark("delivered", number);
        app.advance("PT1M");
        dispatchAll();
        // The product's own loop may have it in hand just now.
        await().untilAsserted(() -> assertThat(
                        app.message(number, "delivered", "email").path("status").asString())
                .isIn("accepted", "withheld"));
        app.parcel(number, "hopgate", "HOP 7400 0000 1");
        app.advance("PT10M");
        dispatchAll();
        assertThat(app.read(number)
                        .path("messages")
                        .valueStream()
                        .filter(m -> m.path("notice").asString().equals("delivered"))
                        .count())
                .isEqualTo(1);
    }

    @Test
    void aTextDoesntSayThatTheCarrierSaidWhatAPersonDid() {
        String byCarrier = orderWithParcel("by-carrier@customer.example");
        String tracking = "HOP 71%02d 0000 1".formatted(parcels);
        app.scan("hopgate", tracking, "20", app.now());
        app.scan("hopgate", tracking, "50", app.now());
        String byHand = orderWithParcel("by-hand@customer.example");
        mark("delivered", byHand);
        app.advance("PT1M");
        await().until(() -> body("by-carrier@customer.example").contains("reports that your parcel"));
        await().until(() -> body("by-hand@customer.example").contains("Your parcel was delivered"));
        assertThat(body("by-hand@customer.example")).doesNotContain("reports");
    }

    private static String body(String address) {
        dispatchAll();
        return app.world.mailbox.to(address).stream()
                .map(m -> m.raw().replaceAll("=\r?\n", "").replaceAll("\\s+", " "))
                .reduce("", String::concat);
    }

    private static String atStop(String stage) {
        return person.call("GET", "/ui/orders?stage=" + stage, null).body();
    }

    private static int onRoute(String stage) {
        return person.call("GET", "/ui/route", null)
                .json()
                .valueStream()
                .filter(s -> s.path("stage").asString().equals(stage))
                .findFirst()
                .orElseThrow()
                .path("orders")
                .asInt();
    }
}
