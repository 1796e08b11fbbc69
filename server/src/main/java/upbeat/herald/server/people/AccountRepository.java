package upbeat.herald.server.people;

import java.time.Instant;
import java.util.List;
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

    public List<String> findNames(JdbcClient db) {
        return db.sql("select name from account order by name")
                .query(String.class)
                .list();
    }

    public boolean isEmpty(JdbcClient db) {
        return db.sql("select count(*) from account").query(Long.class).single() == 0;
    }

    public void insert(JdbcClient db, String name, @Nullable String passwordHash, Instant now) {
        db.sql("insert into account (name, password_hash, created_at) values (?, ?, ?)")
                .params(name, passwordHash, now.toEpochMilli())
                .update();
    }

    /**
     * A key as it is listed; the key itself isn't kept.
     *
     * @param prefix its beginning, null for keys made before that was kept
     * @param lastUsedAt to within half a minute, or null where it never was
     */
    public record ApiKey(
            long id,
            String name,
            @Nullable String prefix,
            Instant createdAt,
            @Nullable Instant lastUsedAt) {}

    List<ApiKey> findKeys(JdbcClient db) {
        return db.sql("select id, name, prefix, created_at, last_used_at from api_key order by id")
                .query((rs, i) -> new ApiKey(
                        rs.getLong(1),
                        rs.getString(2),
                        rs.getString(3),
                        Instant.ofEpochMilli(rs.getLong(4)),
                        rs.getObject(5) == null ? null : Instant.ofEpochMilli(rs.getLong(5))))
                .list();
    }

    boolean deleteKey(JdbcClient db, long id) {
        return db.sql("delete from api_key where id = ?").param(id).update() == 1;
    }

    void updateLastUsed(JdbcClient db, String keyHash, Instant now) {
        db.sql("update api_key set last_used_at = ? where key_hash = ?")
                .params(now.toEpochMilli(), keyHash)
                .update();
    }

    public Optional<String> keyName(JdbcClient db, String keyHash) {
        return db.sql("select name from api_key where key_hash = ?")
                .param(keyHash)
                .query(String.class)
                .optional();
    }

    public void insertKey(JdbcClient db, String name, String keyHash, String prefix, Instant now) {
        db.sql("insert into api_key (name, key_hash, prefix, created_at) values (?, ?, ?, ?)")
                .params(name, keyHash, prefix, now.toEpochMilli())
                .update();
    }
}
