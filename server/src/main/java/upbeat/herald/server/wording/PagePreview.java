package upbeat.herald.server.wording;

import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.tracking.PageText;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.server.order.OrderRow;

/** Shows the page of an order with texts that aren't saved yet. */
public interface PagePreview {
    /**
     * @param row of a real order; empty for a sample
     * @param order what it is about; {@code brand} who speaks
     */
    String render(JdbcClient db, Optional<OrderRow> row, Order order, Brand brand, PageText text);
}
