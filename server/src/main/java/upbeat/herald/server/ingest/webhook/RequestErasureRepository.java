package upbeat.herald.server.ingest.webhook;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Order;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.PersonalDataRepository;

/** The shop's requests, word for word: those of the orders, and others that hold the customer's e-mail address. */
@Repository
class RequestErasureRepository implements PersonalDataRepository {
    private static final String OF_ORDER = "delete from arrival where shop = ? and order_number = ?";
    private static final String WITH_ADDRESS =
            "delete from arrival where shop = ? and instr(lower(body), lower(?)) > 0";

    @Override
    public void erase(JdbcClient db, List<OrderRow> orders) {
        for (OrderRow row : orders) {
            Order order = row.order();
            db.sql(OF_ORDER).params(order.shop(), order.number()).update();
        }
        orders.stream()
                .map(OrderRow::order)
                .filter(o -> o.customer() != null && o.customer().email() != null)
                .map(o -> List.<Object>of(o.shop(), String.valueOf(o.customer().email())))
                .distinct()
                .forEach(place -> db.sql(WITH_ADDRESS).params(place).update());
    }
}
