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

    /** Asked with every list of scans, every page of a customer's and every timeline. */
    @Test
    void aReturnIsFoundByItsNumberItsOrderAndItsAge() {
        assertThat(plan(ReturnRepository.BY_NUMBER, "[]"))
                .anySatisfy(s -> assertThat(s).contains("customer_return_number (carrier=? AND compact=?)"));
        assertThat(plan(ReturnRepository.BY_ORDER, 1))
                .anySatisfy(s -> assertThat(s).contains("customer_return_by_order (order_id=?)"))
                .noneSatisfy(s -> assertThat(s).contains("TEMP B-TREE"));
        assertThat(plan(ReturnRepository.REQUESTED_SINCE, 1, 1))
                .anySatisfy(s -> assertThat(s).contains("customer_return_by_age (requested_at>?)"))
                .noneSatisfy(s -> assertThat(s).contains("TEMP B-TREE"));
    }

    @Test
    void whatSomebodyWroteLastIsFoundByTheirAddress() {
        assertThat(plan(ReplyRepository.LAST_AT, "sms", "+46701740600"))
                .anySatisfy(s -> assertThat(s).contains("reply_by_sender (channel=? AND sender=?"));
        assertThat(plan(ReplyRepository.COUNT_SINCE, "sms", "+46701740600", 1))
                .anySatisfy(s -> assertThat(s).contains("reply_by_sender (channel=? AND sender=? AND received_at>?)"));
    }
}
