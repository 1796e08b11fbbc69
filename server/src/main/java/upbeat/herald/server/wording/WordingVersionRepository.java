package upbeat.herald.server.wording;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.server.platform.persistence.Json;

/** Earlier wordings, and blocks kept for use elsewhere. */
@Repository
class WordingVersionRepository {
    private static final String KEEP =
            "insert into wording_version (notice_id, channel, language, shop, carrier, country, body, at, saved_by) values (?, ?, ?, ?, ?, ?, ?, ?, ?)";
    private static final String OF =
            "select id, body, at, saved_by from wording_version where notice_id = ? and channel = ? and language = ? and shop is ? and carrier is ? and country is ? order by id desc limit 200";

    /** @param wording null where it was taken away then */
    record Version(long id, @Nullable Wording wording, Instant at, String by) {}

    record SavedBlock(String id, String name, Block block) {}

    void insert(JdbcClient db, WordingKey key, @Nullable Wording wording, Instant now, String by) {
        Variant v = key.variant();
        db.sql(KEEP)
                .params(
                        key.notice(),
                        key.channel().code(),
                        key.language(),
                        v.shop(),
                        v.carrier(),
                        v.country(),
                        wording == null ? null : Json.write(wording),
                        now.toEpochMilli(),
                        by)
                .update();
    }

    List<Version> findVersions(JdbcClient db, WordingKey key) {
        Variant v = key.variant();
        return db.sql(OF)
                .params(key.notice(), key.channel().code(), key.language(), v.shop(), v.carrier(), v.country())
                .query(WordingVersionRepository::version)
                .list();
    }

    List<SavedBlock> blocks(JdbcClient db) {
        return db.sql("select id, name, body from saved_block order by name")
                .query((rs, i) ->
                        new SavedBlock(rs.getString(1), rs.getString(2), Json.read(rs.getString(3), Block.class)))
                .list();
    }

    Optional<SavedBlock> findBlockByName(JdbcClient db, String name) {
        return blocks(db).stream().filter(b -> b.name().equalsIgnoreCase(name)).findFirst();
    }

    void insert(JdbcClient db, SavedBlock b, Instant now) {
        db.sql("insert into saved_block (id, name, body, at) values (?, ?, ?, ?)")
                .params(b.id(), b.name(), Json.write(b.block()), now.toEpochMilli())
                .update();
    }

    boolean removeBlock(JdbcClient db, String id) {
        return db.sql("delete from saved_block where id = ?").param(id).update() == 1;
    }

    private static Version version(ResultSet rs, int i) throws SQLException {
        return new Version(
                rs.getLong("id"),
                Json.readNullable(rs.getString("body"), Wording.class),
                Instant.ofEpochMilli(rs.getLong("at")),
                rs.getString("saved_by"));
    }
}
