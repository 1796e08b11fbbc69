package upbeat.herald.server.answer;

import java.time.Instant;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.server.delivery.StopConfirmationSender;
import upbeat.herald.server.delivery.StopConfirmationSender.StopConfirmation;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.outbox.Outbox;
import upbeat.herald.server.platform.persistence.Json;

/** A customer wants no more messages over a channel. Works inside the caller's transaction. */
@Component
class StopRequest {
    private final CustomerStops stops;
    private final Outbox outbox;

    StopRequest(CustomerStops stops, Outbox outbox) {
        this.stops = stops;
        this.outbox = outbox;
    }

    /** It is confirmed once: who is stopped already hears nothing more. @param order the sender's newest, or null */
    void stop(JdbcClient db, Channel channel, String address, @Nullable OrderRow order, Instant now) {
        if (!stops.stop(db, channel, address, CustomerStops.REPLIED, order, now)) return;
        if (!StopConfirmationSender.canConfirm(channel)) return;
        String language = order == null ? null : CustomerLanguage.languageOf(order.order());
        StopConfirmation confirmation = new StopConfirmation(
                channel.code(),
                address,
                order == null ? null : order.order().shop(),
                language == null ? Locale.ENGLISH.toLanguageTag() : language);
        outbox.add(
                db,
                outbox.nextId(),
                StopConfirmationSender.KIND,
                null,
                order == null ? null : Long.valueOf(order.id()),
                "STOP confirmed by " + channel.label(),
                Json.write(confirmation),
                now);
    }
}
