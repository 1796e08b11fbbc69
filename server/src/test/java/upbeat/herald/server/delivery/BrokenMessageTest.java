package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** One message that can't be put together must not hold up its channel, nor fill the log. */
class BrokenMessageTest extends OwnAppTestCase {
    private final JdbcClient reader = app.context.getBean(JdbcClient.class);

    private record Row(String status, int attempt, String reason) {}

    private Row message(String number) {
        return reader.sql(
                        "select m.status, m.attempt, m.reason from message m join shop_order o on o.id = m.order_id where o.number = ? and m.channel = 'sms'")
                .param(number)
                .query((rs, i) -> new Row(rs.getString(1), rs.getInt(2), rs.getString(3)))
                .single();
    }

    private void damage(String number) {
        app.context.getBean(DatabaseWriter.class).write(db -> db.sql(
                        "update shop_order set body = '{\"shop\":' where number = ?")
                .param(number)
                .update());
    }

    @Test
    void itWaitsLongerEachTimeAndThenEndsWithAReasonWhileOthersGo() {
        String broken = app.order("cash-on-delivery", null, "+46701740651", "{\"whatsapp\":false}");
        damage(broken);
        String whole = app.order("cash-on-delivery", null, "+46701740652", "{\"whatsapp\":false}");
        app.advance("PT16M");
        await().until(() -> !app.world.phones.on("+46701740652").isEmpty());
        await().until(() -> message(broken).attempt() == 1);
        assertThat(message(broken).status()).isEqualTo("waiting");
        assertThat(message(broken).reason()).contains("couldn't be created");
        app.order("cash-on-delivery", null, "+46701740653", "{\"whatsapp\":false}");
        app.advance("PT16M");
        await().until(() -> !app.world.phones.on("+46701740653").isEmpty());
        assertThat(message(broken).attempt())
                .as("once more, now that its time came")
                .isLessThanOrEqualTo(2);
        for (int i = 0; i < 12 && !message(broken).status().equals("withheld"); i++) {
            int before = message(broken).attempt();
            app.advance("PT4H");
            await().until(() -> message(broken).attempt() > before
                    || message(broken).status().equals("withheld"));
        }
        assertThat(message(broken).status()).isEqualTo("withheld");
        assertThat(message(broken).reason()).contains("The log has the details");
        assertThat(whole).isNotEqualTo(broken);
    }

    @Test
    void healthSaysThatWritingGoesOn() {
        var health = app.bare("GET", "/actuator/health", null, java.util.Map.of());
        assertThat(health.status()).isEqualTo(200);
        assertThat(health.json().path("status").asString()).isEqualTo("UP");
    }
}
