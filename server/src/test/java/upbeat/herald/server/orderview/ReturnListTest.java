package upbeat.herald.server.orderview;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.server.RunningApp;

/** The list of returns looks at those that are asked for, however many there ever were. */
class ReturnListTest {
    private final JdbcClient db = RunningApp.shared().context.getBean(JdbcClient.class);

    private List<String> plan(String sql) {
        return db.sql("explain query plan " + sql)
                .params(sql.contains(":most") ? Map.of("most", 60, "from", 0) : Map.of())
                .query((rs, i) -> rs.getString("detail"))
                .list();
    }

    @Test
    void thoseThatAreWaitedForAreFoundAmongThemselves() {
        assertThat(plan(ReturnListRepository.COUNT))
                .anySatisfy(s -> assertThat(s).contains("customer_return_waiting"));
        assertThat(plan(ReturnListRepository.OPEN))
                .anySatisfy(s -> assertThat(s).contains("customer_return_waiting"));
        assertThat(plan(ReturnListRepository.ALL))
                .anySatisfy(s -> assertThat(s).contains("customer_return_by_age"))
                .noneSatisfy(s -> assertThat(s).contains("TEMP B-TREE FOR ORDER BY"));
    }
}
