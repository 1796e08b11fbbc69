package upbeat.herald.server.order;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.persistence.Json;

/** What customers wrote with their returns; what they sent back stays. */
@Repository
class ReturnErasureRepository implements PersonalDataRepository {
    private static final String ERASE =
            "update customer_return set note = null where order_id in (select value from json_each(?)) and note is not null";

    @Override
    public Erasure prepare(JdbcClient reader, List<OrderRow> orders) {
        return (db, erased) -> db.sql(ERASE)
                .param(Json.write(erased.stream().map(OrderRow::id).toList()))
                .update();
    }
}
