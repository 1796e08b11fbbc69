package upbeat.herald.server.shopcall;

import java.time.Instant;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Where shops want to be called. */
@Repository
class ShopCallTargetRepository {
    private static final String SAVE = """
            insert into shop_call_target (shop, url, secret, changed_at) values (?, ?, ?, ?)
            on conflict (shop) do update set url = excluded.url, secret = excluded.secret,
            changed_at = excluded.changed_at""";

    /** @param encryptedSecret of the signatures, sealed */
    record Target(String url, String encryptedSecret) {}

    Optional<Target> find(JdbcClient db, String shop) {
        return db.sql("select url, secret from shop_call_target where shop = ?")
                .param(shop)
                .query((rs, i) -> new Target(rs.getString(1), rs.getString(2)))
                .optional();
    }

    void save(JdbcClient db, String shop, Target target, Instant now) {
        db.sql(SAVE)
                .params(shop, target.url(), target.encryptedSecret(), now.toEpochMilli())
                .update();
    }

    void delete(JdbcClient db, String shop) {
        db.sql("delete from shop_call_target where shop = ?").param(shop).update();
    }
}
