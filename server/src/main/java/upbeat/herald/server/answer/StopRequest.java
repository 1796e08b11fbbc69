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
import upbeat.herald.server.message.MessageReplan;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.StopListRepository;
import upbeat.herald.server.platform.outbox.Outbox;
import upbeat.herald.server.platform.persistence.Json;

/** A customer wants no more messages over a channel. Works inside the caller's transaction. */
@Component
class StopRequest {
    private static final String REASON = "replied";

    private final StopListRepository stopList;
    private final OrderRepository orders;
    private final MessageReplan replan;
    private final Outbox outbox;

    StopRequest(StopListRepository stopList, OrderRepository orders, MessageReplan replan, Outbox outbox) {
        this.stopList = stopList;
        this.orders = orders;
        this.replan = replan;
        this.outbox = outbox;
    }

    /** It is confirmed once: who is stopped already hears nothing more. @param order the sender's newest, or null */
    void stop(JdbcClient db, Channel channel, String address, @Nullable OrderRow order, Instant now) {
        if (stopList.find(db, channel, address).isPresent()) return;
        MessageReplan.Before before = order == null ? null : replan.capture(db, order);
        stopList.insert(db, channel, address, REASON, now);
        if (order != null && before != null) {
            orders.addNote(
                    db,
                    order.id(),
                    "The customer replied STOP. Nothing more is sent to this address by " + channel.label(),
                    now);
            replan.replan(db, before, order, now);
        }
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
