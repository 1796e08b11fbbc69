package upbeat.herald.server.order;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * What one package keeps of a customer beside the order itself, and can erase. Found by itself: a further table with
 * personal data is one further class.
 */
public interface PersonalDataRepository {

    /**
     * Within the transaction that erases the orders' customer.
     *
     * @param orders as they were before
     */
    void erase(JdbcClient db, List<OrderRow> orders);
}
