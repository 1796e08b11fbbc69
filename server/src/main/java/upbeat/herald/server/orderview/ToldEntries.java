package upbeat.herald.server.orderview;

import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.delivery.TeamMailSender;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.orderview.OrderTimeline.Entry;
import upbeat.herald.server.platform.outbox.OutboxRepository;
import upbeat.herald.server.platform.outbox.OutboxRepository.OutboxRow;

/** Notes on an order, and what shops and the team were told of it. */
@Component
class ToldEntries {
    private final OrderRepository orders;
    private final OutboxRepository outbox;

    ToldEntries(OrderRepository orders, OutboxRepository outbox) {
        this.orders = orders;
        this.outbox = outbox;
    }

    List<Entry> list(JdbcClient db, long orderId) {
        List<Entry> entries = new ArrayList<>();
        orders.findNotes(db, orderId).forEach(n -> entries.add(new Entry("note", "", n.at(), n.text(), null, null)));
        outbox.findByOrder(db, orderId).forEach(o -> entries.add(told(o)));
        return entries;
    }

    private static Entry told(OutboxRow row) {
        boolean toTeam = row.item().kind().equals(TeamMailSender.KIND);
        String whom = toTeam ? "the team" : "the shop";
        String state = row.taken() ? "taken" : row.nextAt() == null ? "failed" : "waiting";
        String title =
                switch (state) {
                    case "taken" -> "Told " + whom + " of the answer";
                    case "failed" -> "Couldn't tell " + whom + " of the answer";
                    default -> "Telling " + whom + " of the answer";
                };
        String tries = row.attempts() > 1 ? row.attempts() + " attempts" : "";
        String said = row.said() == null ? "" : row.said();
        String detail = tries.isEmpty() || said.isEmpty() ? tries + said : tries + " · " + said;
        return new Entry("told", state, row.item().createdAt(), title, detail.isEmpty() ? null : detail, null);
    }
}
