package upbeat.herald.server.platform.persistence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import org.junit.jupiter.api.Test;

class StatementCacheTest {
    @Test
    void aStatementIsPreparedOnceAndKeepsNothingOfItsLastUse() throws SQLException {
        try (Connection real = DriverManager.getConnection("jdbc:sqlite::memory:")) {
            Connection kept = StatementCache.wrap(real);
            try (PreparedStatement make = kept.prepareStatement("create table t (a integer, b text)")) {
                make.execute();
            }
            for (int i = 0; i < 3; i++) {
                try (PreparedStatement insert = kept.prepareStatement("insert into t values (?, ?)")) {
                    insert.setInt(1, i);
                    if (i == 0) insert.setString(2, "first");
                    insert.executeUpdate();
                }
            }
            PreparedStatement first = kept.prepareStatement("select b from t where a = ?");
            first.setInt(1, 2);
            try (ResultSet rs = first.executeQuery()) {
                assertThat(rs.next()).isTrue();
                assertThat(rs.getString(1)).as("a value bound before is gone").isNull();
                try (PreparedStatement nested = kept.prepareStatement("select b from t where a = ?")) {
                    assertThat(nested).as("one in use is not handed out twice").isNotSameAs(first);
                    nested.setInt(1, 0);
                    try (ResultSet inner = nested.executeQuery()) {
                        assertThat(inner.next()).isTrue();
                        assertThat(inner.getString(1)).isEqualTo("first");
                    }
                }
            }
            first.close();
            assertThat(kept.prepareStatement("select b from t where a = ?")).isSameAs(first);
            assertThatThrownBy(() -> kept.prepareStatement("select nothing from nowhere"))
                    .isInstanceOf(SQLException.class);
            for (int i = 0; i < 500; i++) kept.prepareStatement("select " + i).close();
        }
    }
}
