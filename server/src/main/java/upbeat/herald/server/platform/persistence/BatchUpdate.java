package upbeat.herald.server.platform.persistence;

import java.sql.PreparedStatement;
import java.util.Arrays;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.PreparedStatementCallback;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * One statement for many rows, which {@link JdbcClient} has no word for. A driver's batch binds values as they are,
 * where a list in JSON would be written and read again.
 */
public final class BatchUpdate {
    private BatchUpdate() {}

    /** A client that can also write many rows at once; what the {@link DatabaseWriter} hands out. */
    record Client(JdbcClient single, JdbcTemplate many) implements JdbcClient {
        @Override
        public StatementSpec sql(String sql) {
            return single.sql(sql);
        }
    }

    /**
     * Runs a statement once for each row.
     *
     * @param db the writer's client
     * @param rows values in the order of the statement's question marks
     * @return how many rows it changed in all
     */
    public static int execute(JdbcClient db, String sql, List<Object[]> rows) {
        if (rows.isEmpty()) return 0;
        // Not the template's own batchUpdate: it asks the driver for the type of every null.
        return ((Client) db).many().execute(sql, (PreparedStatementCallback<Integer>) kept -> {
            PreparedStatement statement = kept.unwrap(
                    PreparedStatement.class); // bound a million times over, so without the cache's proxy between
            for (Object[] row : rows) {
                for (int i = 0; i < row.length; i++) statement.setObject(i + 1, row[i]);
                statement.addBatch();
            }
            return Arrays.stream(statement.executeBatch()).sum();
        });
    }
}
