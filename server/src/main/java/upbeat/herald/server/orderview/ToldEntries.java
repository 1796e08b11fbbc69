package upbeat.herald.server.orderview;

import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.delivery.StopConfirmationSender;
import upbeat.herald.server.delivery.TeamMailSender;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.ReplyRepository;
import upbeat.herald.server.order.ReplyRepository.ReplyRow;
import upbeat.herald.server.orderview.OrderTimeline.Entry;
import upbeat.herald.server.platform.outbox.OutboxRepository;
import upbeat.herald.server.platform.outbox.OutboxRepository.OutboxRow;

/** Notes on an order, what its customer wrote back, and what shops and the team were told of it. */
@Component
class ToldEntries {
    private final OrderRepository orders;
    private final ReplyRepository replies;
    private final OutboxRepository outbox;

    ToldEntries(OrderRepository orders, ReplyRepository replies, OutboxRepository outbox) {
        this.orders = orders;
        this.replies = replies;
        this.outbox = outbox;
    }

    List<Entry> list(JdbcClient db, long orderId) {
        List<Entry> entries = new ArrayList<>();
        orders.findNotes(db, orderId).forEach(n -> entries.add(new Entry("note", "", n.at(), n.text(), null, null)));
        outbox.findByOrder(db, orderId).forEach(o -> entries.add(told(o)));
        replies.findByOrder(db, orderId).stream()
                .filter(r -> !r.text().isEmpty())
                .forEach(r -> entries.add(reply(r)));
        return entries;
    }

    private static Entry reply(ReplyRow row) {
        String by = Channel.fromCode(row.channel()).map(Channel::label).orElse(row.channel());
        String state = row.isHandled() ? "" : "waiting";
        String detail = "reply by " + by + (row.isHandled() ? "" : " · needs a person");
        return new Entry("reply", state, row.receivedAt(), "“" + row.text() + "”", detail, null);
    }

    private static Entry told(OutboxRow row) {
        String whom =
                switch (row.item().kind()) {
                    case TeamMailSender.KIND -> "the team of the answer";
                    case StopConfirmationSender.KIND -> "the customer that messages stop";
                    default -> "the shop of the answer";
                };
        String state = row.taken() ? "taken" : row.nextAt() == null ? "failed" : "waiting";
        String title =
                switch (state) {
                    case "taken" -> "Told " + whom;
                    case "failed" -> "Couldn't tell " + whom;
                    default -> "Telling " + whom;
                };
        String tries = row.attempts() > 1 ? row.attempts() + " attempts" : "";
        String said = row.said() == null ? "" : row.said();
        String detail = tries.isEmpty() || said.isEmpty() ? tries + said : tries + " · " + said;
        return new Entry("told", state, row.item().createdAt(), title, detail.isEmpty() ? null : detail, null);
    }
}
