package upbeat.herald.server.messageview;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.messageview.MessageListRepository.Cursor;
import upbeat.herald.server.messageview.MessageSelection.Selected;
import upbeat.herald.server.order.OrderRef;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.persistence.Acting;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;

/** What people do about messages: one, those of some orders, or all that fit a filter. */
@Service
class MessageActionService {
    private static final int MOST_ORDERS = 1000;
    /** As many as one call handles; the caller comes again for the rest. */
    private static final int PART = 500;

    private final MessageRepository messages;
    private final OrderRepository orders;
    private final MessageActions actions;
    private final MessageSelection selection;
    private final ChannelRegistry channels;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    MessageActionService(
            MessageRepository messages,
            OrderRepository orders,
            MessageActions actions,
            MessageSelection selection,
            ChannelRegistry channels,
            JdbcClient reader,
            SignallingWriter writer) {
        this.messages = messages;
        this.orders = orders;
        this.actions = actions;
        this.selection = selection;
        this.channels = channels;
        this.reader = reader;
        this.writer = writer;
    }

    /** @param as again, delivered, cancelled or channel; {@code channel} the code of the one to use then */
    record Act(String as, @Nullable String channel) {}

    /**
     * @param orders whose messages are meant
     * @param status of the messages: unsure, failed or waiting
     * @param as what they become: delivered, again or cancelled
     */
    record SettleMany(List<OrderRef> orders, String status, String as) {}

    record Settled(int count) {}

    /** @param after where the part before ended, or null to begin */
    record ActOnAll(MessageAsk ask, Act act, @Nullable String after) {}

    /**
     * @param done, looked how many were changed of how many
     * @param refused how many weren't, by the reason
     * @param next to go on with, or null at the end
     */
    record PartDone(
            int done,
            int looked,
            Map<String, Integer> refused,
            @Nullable String next) {}

    void act(String id, Act body, String by) {
        MessageAction action = MessageAction.parse(body.as());
        Channel other = otherChannel(action, body);
        writer.write((db, now) -> {
            MessageRow m = messages.find(db, id).orElseThrow(() -> new NotFoundException("There is no message " + id));
            String refusal = actions.apply(db, m, action, other, new Acting(by, now));
            if (refusal != null) throw new HeraldException("id", refusal);
            return null;
        });
    }

    Settled settle(SettleMany body, String by) {
        MessageAction action = MessageAction.parse(body.as());
        if (body.orders().size() > MOST_ORDERS)
            throw new HeraldException("orders", "Select up to " + MOST_ORDERS + " orders at once");
        return writer.write((db, now) -> {
            int count = 0;
            for (OrderRef name : body.orders()) {
                OrderRow order = orders.find(db, name.shop(), name.number()).orElse(null);
                if (order == null) continue;
                for (MessageRow m : messages.findByOrder(db, order.id()))
                    if (m.state().status().code().equals(body.status())
                            && actions.apply(db, m, action, null, new Acting(by, now)) == null) count++;
            }
            return new Settled(count);
        });
    }

    /** Does it to the next messages that fit. Those that change meanwhile are looked at as they are then. */
    PartDone actOnAll(ActOnAll body, String by) {
        MessageAction action = MessageAction.parse(body.act().as());
        Channel other = otherChannel(action, body.act());
        Selected selected = selection.select(reader, body.ask());
        Cursor below = body.after() == null ? selected.start() : MessageListService.parse(body.after());
        List<Cursor> page = selection.findPage(reader, selected, below, PART);
        Map<String, Integer> refused = new TreeMap<>();
        int done = writer.write((db, now) -> {
            refused.clear();
            int count = 0;
            for (Cursor c : page) {
                MessageRow m = messages.find(db, c.seq()).orElse(null);
                String refusal = m == null
                        ? "It's gone"
                        : isSecondTime(m, action)
                                ? "It was sent already"
                                : actions.apply(db, m, action, other, new Acting(by, now));
                if (refusal == null) count++;
                else refused.merge(refusal, 1, Integer::sum);
            }
            return count;
        });
        Cursor last = page.isEmpty() ? below : page.get(page.size() - 1);
        return new PartDone(done, page.size(), refused, page.size() < PART ? null : last.at() + "-" + last.seq());
    }

    /** Saying something twice is for one message at a time. */
    private static boolean isSecondTime(MessageRow m, MessageAction action) {
        return (action == MessageAction.AGAIN || action == MessageAction.CHANNEL)
                && m.times().sentAt() != null
                && m.state().status() != MessageStatus.FAILED;
    }

    /** Takes back a message that hasn't left yet. */
    void recall(String id, String by) {
        writer.write((db, now) -> {
            MessageRow m = messages.find(db, id).orElseThrow(() -> new NotFoundException("There is no message " + id));
            MessageStatus status = m.state().status();
            boolean isOpen = status == MessageStatus.PLANNED || status == MessageStatus.WAITING;
            if (!isOpen || actions.apply(db, m, MessageAction.CANCELLED, null, new Acting(by, now)) != null)
                throw new HeraldException("id", "This message is already on its way. It can't be taken back");
            return null;
        });
    }

    private @Nullable Channel otherChannel(MessageAction action, Act body) {
        if (action != MessageAction.CHANNEL) return null;
        if (body.channel() == null) throw new HeraldException("channel", "Choose a channel");
        return channels.parse(body.channel());
    }
}
