package upbeat.herald.server.message;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.PersonalDataRepository;
import upbeat.herald.server.platform.persistence.Json;

/**
 * Addresses and texts of what was sent, and what gateways said to it, which may name the address; that it was sent,
 * when and at what cost stays.
 */
@Repository
class MessageErasureRepository implements PersonalDataRepository {
    private static final String ERASE = """
            update message set address = null, subject = null, text = null, html = null, question = null,
            reason = case when status in ('failed', 'unsure') then null else reason end
            where order_id in (select value from json_each(?))""";

    private static final String ERASE_EVENTS = """
            update message_event set said = null where said is not null and message in
            (select seq from message where order_id in (select value from json_each(?)))""";

    @Override
    public Erasure prepare(JdbcClient reader, List<OrderRow> orders) {
        return this::erase;
    }

    private void erase(JdbcClient db, List<OrderRow> orders) {
        String ids = Json.write(orders.stream().map(OrderRow::id).toList());
        db.sql(ERASE).param(ids).update();
        db.sql(ERASE_EVENTS).param(ids).update();
    }
}
