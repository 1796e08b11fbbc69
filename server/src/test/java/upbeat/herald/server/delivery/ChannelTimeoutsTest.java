package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** "The first that works" doesn't wait for ever for the first. */
class ChannelTimeoutsTest extends OwnAppTestCase {

    private static final String ALL = "{\"email\":true,\"sms\":true,\"whatsapp\":true}";

    private static List<JsonNode> by(String number, String channel) {
        return app.read(number)
                .path("messages")
                .valueStream()
                .filter(m -> m.path("notice").asString().equals("is-it-yours"))
                .filter(m -> m.path("channel").asString().equals(channel))
                .toList();
    }

    private static String status(String number, String channel) {
        return by(number, channel).isEmpty()
                ? ""
                : by(number, channel).get(0).path("status").asString();
    }

    private static void sweepUntil(String number, String channel) {
        await().atMost(Duration.ofSeconds(20))
                .pollInterval(Duration.ofMillis(500))
                .until(() -> {
                    app.context.getBean(ChannelTimeouts.class).sweep();
                    return !by(number, channel).isEmpty();
                });
    }

    @Test
    void withoutADeliveryReceiptTheNextChannelSpeaksAsWellAndOnce() {
        app.world.chat.webhook("http://127.0.0.1:1/nobody-listens");
        try {
            String number = app.order("cash-on-delivery", null, "+46701740671", ALL);
            app.advance("PT15M");
            await().until(() -> status(number, "whatsapp").equals("accepted"));
            app.context.getBean(ChannelTimeouts.class).sweep();
            assertThat(by(number, "sms")).as("ten minutes aren't over").isEmpty();
            app.advance("PT11M");
            sweepUntil(number, "sms");
            await().until(() -> status(number, "sms").equals("delivered"));
            assertThat(by(number, "whatsapp").get(0).path("reason").asString()).contains("No delivery receipt");
            app.context.getBean(ChannelTimeouts.class).sweep();
            assertThat(by(number, "sms")).hasSize(1);
        } finally {
            app.world.chat.webhook(app.url + "/doors/chat");
        }
    }

    @Test
    void aTextThatIsNotApprovedInTimeLetsTheNextChannelSpeak() {
        String number = app.order("cash-on-delivery", null, "+46701740672", ALL);
        app.context.getBean(DatabaseWriter.class).write(db -> db.sql(
                        "update message set status = 'waiting', reason_code = ?, due_at = ?, next_try_at = 9999999999999 where id = ?")
                .params(
                        MessageRepository.NOT_APPROVED,
                        app.now().minusSeconds(660).toEpochMilli(),
                        by(number, "whatsapp").get(0).path("id").asString())
                .update());
        sweepUntil(number, "sms");
        assertThat(status(number, "whatsapp")).isEqualTo("withheld");
        assertThat(by(number, "whatsapp").get(0).path("reason").asString()).contains("wasn't approved in time");
    }

    @Test
    void aReceiptInTimeEndsTheWait() {
        String number = app.order("cash-on-delivery", null, "+46701740673", ALL);
        app.advance("PT15M");
        await().until(() -> status(number, "whatsapp").equals("delivered"));
        app.advance("PT11M");
        app.context.getBean(ChannelTimeouts.class).sweep();
        assertThat(by(number, "sms")).isEmpty();
    }
}
