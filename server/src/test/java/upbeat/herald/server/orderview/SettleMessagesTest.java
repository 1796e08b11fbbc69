package upbeat.herald.server.orderview;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** Messages that went wrong are found among the orders, and settled one by one or together. */
class SettleMessagesTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeAll
    static void open() {
        person = app.signedIn();
    }

    private static String orderWith(String phone, String status) {
        String number = app.order("cash-on-delivery", null, phone, "{\"whatsapp\":false}");
        app.context.getBean(DatabaseWriter.class).write(db -> db.sql(
                        "update message set status = ? where channel = 'sms' and order_id = (select id from shop_order where number = ?)")
                .params(status, number)
                .update());
        return number;
    }

    private static JsonNode found(String status) {
        return person.call("GET", "/ui/orders?message=" + status, null).json();
    }

    private static JsonNode settle(String status, String as, String... numbers) {
        StringBuilder orders = new StringBuilder();
        for (String n : numbers)
            orders.append(orders.isEmpty() ? "" : ",")
                    .append("{\"shop\":\"kites\",\"number\":\"")
                    .append(n)
                    .append("\"}");
        RunningApp.Answer answer = person.call(
                "POST",
                "/ui/messages/settle",
                "{\"orders\":[" + orders + "],\"status\":\"" + status + "\",\"as\":\"" + as + "\"}");
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        return answer.json();
    }

    private static String status(String number) {
        return app.message(number, "is-it-yours", "sms").path("status").asString();
    }

    @Test
    void unsureOnesAreFoundAndSettledTogether() {
        String one = orderWith("+46701740681", "unsure");
        String two = orderWith("+46701740682", "unsure");
        assertThat(found("unsure").toString()).contains(one, two);
        assertThat(settle("unsure", "delivered", one, two, "NO-SUCH")
                        .path("count")
                        .asInt())
                .isEqualTo(2);
        assertThat(status(one)).isEqualTo("accepted");
        assertThat(found("unsure").toString()).doesNotContain(one);
        assertThat(settle("unsure", "delivered", one).path("count").asInt())
                .as("a second time there is nothing to settle")
                .isZero();
    }

    @Test
    void aFailedOneIsSentAgainByAPerson() {
        String number = orderWith("+46701740683", "failed");
        assertThat(found("failed").toString()).contains(number);
        assertThat(settle("failed", "again", number).path("count").asInt()).isEqualTo(1);
        await().until(() -> status(number).matches("accepted|delivered"));
        assertThat(app.world.phones.on("+46701740683")).hasSize(1);
        String id = app.message(number, "is-it-yours", "sms").path("id").asString();
        assertThat(person.call("POST", "/ui/messages/" + id + "/act", "{\"as\":\"delivered\"}")
                        .status())
                .as("what was delivered isn't unsure any more")
                .isEqualTo(422);
    }

    @Test
    void waitingOnesCanBeCancelled() {
        String number = orderWith("+46701740684", "waiting");
        assertThat(settle("waiting", "cancelled", number).path("count").asInt()).isEqualTo(1);
        JsonNode m = app.message(number, "is-it-yours", "sms");
        assertThat(m.path("status").asString()).isEqualTo("cancelled");
        assertThat(m.path("reason").asString()).isEqualTo("Cancelled by coordinator");
    }

    @Test
    void whatCantBeMeantIsRefused() {
        assertThat(person.call("GET", "/ui/orders?message=lost", null).status()).isEqualTo(422);
        assertThat(person.call("POST", "/ui/messages/settle", "{\"orders\":[],\"status\":\"unsure\",\"as\":\"lost\"}")
                        .status())
                .isEqualTo(422);
    }
}
