package upbeat.herald.server.order;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.persistence.Json;

/** Addresses that were corrected go with the others. */
@Repository
class ContactErasureRepository implements PersonalDataRepository {
    private static final String ERASE =
            "delete from contact_correction where order_id in (select value from json_each(?))";

    @Override
    public Erasure prepare(JdbcClient reader, List<OrderRow> orders) {
        return (db, erased) -> db.sql(ERASE)
                .param(Json.write(erased.stream().map(OrderRow::id).toList()))
                .update();
    }
}
