package upbeat.herald.server.order;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.server.RunningApp;

/** Visits of some orders are found by those orders, however many others there are. */
class StageVisitPlanTest {
    private final JdbcClient db = RunningApp.shared().context.getBean(JdbcClient.class);

    private List<String> plan(String sql, Object... params) {
        return db.sql("explain query plan " + sql)
                .params(params)
                .query((rs, i) -> rs.getString("detail"))
                .list();
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
