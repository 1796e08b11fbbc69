package upbeat.herald.server.delivery.email;

import java.time.Instant;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Keys that sign mail, one for a domain. */
@Repository
class DkimKeyRepository {
    private static final String INSERT = """
            insert into dkim_key (domain, selector, private_key, public_key, live, created_at) values (?, ?, ?, ?, 0, ?)
            on conflict (domain) do nothing""";

    /** @param privateKey sealed; {@code publicKey} SubjectPublicKeyInfo in Base64; {@code isLive} where it signs */
    record DkimKey(String domain, String selector, String privateKey, String publicKey, boolean isLive) {}

    Optional<DkimKey> find(JdbcClient db, String domain) {
        return db.sql("select domain, selector, private_key, public_key, live from dkim_key where domain = ?")
                .param(domain)
                .query((rs, i) -> new DkimKey(
                        rs.getString(1), rs.getString(2), rs.getString(3), rs.getString(4), rs.getInt(5) == 1))
                .optional();
    }

    void insert(JdbcClient db, DkimKey key, Instant now) {
        db.sql(INSERT)
                .params(key.domain(), key.selector(), key.privateKey(), key.publicKey(), now.toEpochMilli())
                .update();
    }

    void activate(JdbcClient db, String domain) {
        db.sql("update dkim_key set live = 1 where domain = ? and live = 0")
                .param(domain)
                .update();
    }

    void delete(JdbcClient db, String domain) {
        db.sql("delete from dkim_key where domain = ?").param(domain).update();
    }
}
