package upbeat.herald.server.people;

import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Who may come in: people with a password, machines with a key. Of both only hashes are kept. */
@Repository
public class AccountRepository {
    public record Account(long id, String name, String passwordHash) {}

    public Optional<Account> find(JdbcClient db, String name) {
        return db.sql("select id, name, password_hash from account where name = ?")
                .param(name)
                .query((rs, i) -> new Account(rs.getLong("id"), rs.getString("name"), rs.getString("password_hash")))
                .optional();
    }

    public boolean isEmpty(JdbcClient db) {
        return db.sql("select count(*) from account").query(Long.class).single() == 0;
    }

    public void insert(JdbcClient db, String name, @Nullable String passwordHash, Instant now) {
        db.sql("insert into account (name, password_hash, created_at) values (?, ?, ?)")
                .params(name, passwordHash, now.toEpochMilli())
                .update();
    }

    public Optional<String> keyName(JdbcClient db, String keyHash) {
        return db.sql("select name from api_key where key_hash = ?")
                .param(keyHash)
                .query(String.class)
                .optional();
    }

    public void insertKey(JdbcClient db, String name, String keyHash, Instant now) {
        db.sql("insert into api_key (name, key_hash, created_at) values (?, ?, ?)")
                .params(name, keyHash, now.toEpochMilli())
                .update();
    }
}
