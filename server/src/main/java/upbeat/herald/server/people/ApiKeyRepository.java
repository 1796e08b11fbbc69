package upbeat.herald.server.people;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.persistence.Columns;

/** The keys of machines, of which only hashes are kept. */
@Repository
public class ApiKeyRepository {
    private static final String INSERT =
            "insert into api_key (name, key_hash, prefix, rights, account, created_at) values (?, ?, ?, ?, ?, ?)";
    private static final String HAND_ON = "update api_key set account = ? where account = ?";

    /**
     * A key as it is listed.
     *
     * @param prefix its beginning, null for keys made before that was kept
     * @param account who made it or took it over, or null
     * @param lastUsedAt to within half a minute, or null where it never was
     */
    public record ApiKey(
            long id,
            String name,
            @Nullable String prefix,
            ApiRights rights,
            @Nullable String account,
            Instant createdAt,
            @Nullable Instant lastUsedAt) {}

    List<ApiKey> findAll(JdbcClient db) {
        return db.sql("select * from api_key order by id")
                .query(ApiKeyRepository::row)
                .list();
    }

    Optional<ApiKey> find(JdbcClient db, String keyHash) {
        return db.sql("select * from api_key where key_hash = ?")
                .param(keyHash)
                .query(ApiKeyRepository::row)
                .optional();
    }

    boolean delete(JdbcClient db, long id) {
        return db.sql("delete from api_key where id = ?").param(id).update() == 1;
    }

    void updateLastUsed(JdbcClient db, String keyHash, Instant now) {
        db.sql("update api_key set last_used_at = ? where key_hash = ?")
                .params(now.toEpochMilli(), keyHash)
                .update();
    }

    void insert(
            JdbcClient db,
            String name,
            String keyHash,
            String prefix,
            ApiRights rights,
            @Nullable String account,
            Instant now) {
        db.sql(INSERT)
                .params(name, keyHash, prefix, rights.code(), account, now.toEpochMilli())
                .update();
    }

    /** The keys of somebody who leaves become somebody else's. */
    void handOn(JdbcClient db, String from, String to) {
        db.sql(HAND_ON).params(to, from).update();
    }

    private static ApiKey row(ResultSet rs, int i) throws SQLException {
        return new ApiKey(
                rs.getLong("id"),
                rs.getString("name"),
                rs.getString("prefix"),
                ApiRights.fromCode(rs.getString("rights")).orElse(ApiRights.READ),
                rs.getString("account"),
                Instant.ofEpochMilli(rs.getLong("created_at")),
                Columns.nullableInstant(rs, "last_used_at"));
    }
}
