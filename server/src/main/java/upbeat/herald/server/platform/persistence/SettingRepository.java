package upbeat.herald.server.platform.persistence;

import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Single values by name. */
@Repository
public class SettingRepository {
    private static final String PUT =
            "insert into setting (name, value) values (?, ?) on conflict (name) do update set value = excluded.value";

    public Optional<String> find(JdbcClient db, String name) {
        return db.sql("select value from setting where name = ?")
                .param(name)
                .query(String.class)
                .optional();
    }

    /** Those whose names begin like this. */
    public List<String> findByPrefix(JdbcClient db, String prefix) {
        return db.sql("select value from setting where substr(name, 1, length(?)) = ? order by name")
                .params(prefix, prefix)
                .query(String.class)
                .list();
    }

    public void put(JdbcClient db, String name, String value) {
        db.sql(PUT).params(name, value).update();
    }
}
