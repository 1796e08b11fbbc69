package upbeat.herald.server.order;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.server.RunningApp;

/** What is asked of some orders is found by those orders, however many others there are. */
class OrderQueryPlanTest {
    private final JdbcClient db = RunningApp.shared().context.getBean(JdbcClient.class);

    private List<String> plan(String sql, Object... params) {
        return db.sql("explain query plan " + sql)
                .params(params)
                .query((rs, i) -> rs.getString("detail"))
                .list();
    }

    /** However many orders a customer has, the next is the first in the index. */
    @Test
    void theNextOrderOfACustomerIsTheFirstAfterIt() {
        assertThat(plan(OrderBackgroundRepository.NEXT, "[1,2,3]"))
                .anySatisfy(s -> assertThat(s).contains("order_by_email (<expr>=? AND placed_at>?"))
                .anySatisfy(s -> assertThat(s).contains("order_by_phone (phone=? AND placed_at>?"));
    }

    @Test
    void aMarkIsTakenBackByItsOrder() {
        assertThat(plan(StageVisitRepository.REMOVE_OF_ORDER, 1, "dispatched"))
                .singleElement()
                .asString()
                .contains("reached_once (order_id=?")
                .doesNotContain("reached_by_stage");
    }
}
