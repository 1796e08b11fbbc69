package upbeat.herald.server.ingest.webhook;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.exchange.mapping.Mapping;
import upbeat.herald.server.platform.persistence.Json;

@Repository
class ShopRepository {
    private static final String COLUMNS = "select key, name, path, signing_secret, header_secret, mapping from shop ";
    private static final String ALL = """
            select key, name from shop union select distinct shop, shop from shop_order where shop not in (select key from shop) order by 1""";

    /** @param signingSecret,headerSecret sealed; {@code mapping} null until somebody made one */
    record ShopRow(
            String key,
            String name,
            String path,
            String signingSecret,
            String headerSecret,
            @Nullable Mapping mapping) {}

    record Named(String key, String name) {}

    /** Every shop that was set up or that orders came from. */
    List<Named> findAll(JdbcClient db) {
        return db.sql(ALL)
                .query((rs, i) -> new Named(rs.getString(1), rs.getString(2)))
                .list();
    }

    Optional<ShopRow> find(JdbcClient db, String key) {
        return db.sql(COLUMNS + "where key = ?")
                .param(key)
                .query(ShopRepository::row)
                .optional();
    }

    Optional<ShopRow> byPath(JdbcClient db, String path) {
        return db.sql(COLUMNS + "where path = ?")
                .param(path)
                .query(ShopRepository::row)
                .optional();
    }

    void insert(JdbcClient db, ShopRow s, Instant now) {
        db.sql(
                        "insert into shop (key, name, path, signing_secret, header_secret, mapping, created_at) values (?, ?, ?, ?, ?, ?, ?)")
                .params(
                        s.key(),
                        s.name(),
                        s.path(),
                        s.signingSecret(),
                        s.headerSecret(),
                        s.mapping() == null ? null : Json.write(s.mapping()),
                        now.toEpochMilli())
                .update();
    }

    void rename(JdbcClient db, String key, String name) {
        db.sql("update shop set name = ? where key = ?").params(name, key).update();
    }

    void updateAddress(JdbcClient db, String key, String path, String signingSecret, String headerSecret) {
        db.sql("update shop set path = ?, signing_secret = ?, header_secret = ? where key = ?")
                .params(path, signingSecret, headerSecret, key)
                .update();
    }

    void saveMapping(JdbcClient db, String key, Mapping mapping) {
        db.sql("update shop set mapping = ? where key = ?")
                .params(Json.write(mapping), key)
                .update();
    }

    private static ShopRow row(ResultSet rs, int i) throws SQLException {
        return new ShopRow(
                rs.getString("key"),
                rs.getString("name"),
                rs.getString("path"),
                rs.getString("signing_secret"),
                rs.getString("header_secret"),
                Json.readNullable(rs.getString("mapping"), Mapping.class));
    }
}
