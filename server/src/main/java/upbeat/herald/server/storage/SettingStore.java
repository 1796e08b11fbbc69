package upbeat.herald.server.storage;

import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Single values by name. */
@Repository
public class SettingStore {
    private static final String PUT = "insert into setting (name, value) values (?, ?) on conflict (name) do update set value = excluded.value";

    public Optional<String> find(JdbcClient db, String name) {
        return db.sql("select value from setting where name = ?").param(name).query(String.class).optional();
    }

    public void put(JdbcClient db, String name, String value) {
        db.sql(PUT).params(name, value).update();
    }
}
