package upbeat.herald.server.ingest.spreadsheet;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Order;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.PersonalDataRepository;

/** Names and cells of imported rows, and the files they came in. */
@Repository
class ImportErasureRepository implements PersonalDataRepository {
    private static final String FILES = """
            update import_run set content = null where shop = ?1 and state not in ('checking', 'ready', 'doing')
            and id in (select run_id from import_row where order_number = ?2)""";
    private static final String ROWS = """
            update import_row set name = null, cells = null where order_number = ?2
            and run_id in (select id from import_run where shop = ?1)""";

    @Override
    public Erasure prepare(JdbcClient reader, List<OrderRow> orders) {
        return this::erase;
    }

    private void erase(JdbcClient db, List<OrderRow> orders) {
        for (OrderRow row : orders) {
            Order order = row.order();
            db.sql(FILES).params(order.shop(), order.number()).update();
            db.sql(ROWS).params(order.shop(), order.number()).update();
        }
    }
}
