package upbeat.herald.server.order;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * What one package keeps of a customer beside the order itself, and can erase. Found by itself: a further table with
 * personal data is one further class.
 */
public interface PersonalDataRepository {

    /** Erases within the transaction that erases the orders' customer. */
    interface Erasure {
        /** @param orders as they were before */
        void erase(JdbcClient db, List<OrderRow> orders);
    }

    /**
     * Looks for what takes long to find, before the writer is asked for, so that nobody waits for it.
     *
     * @param orders as they are now; they may change until the erasure
     */
    Erasure prepare(JdbcClient reader, List<OrderRow> orders);
}
