package upbeat.herald.server.orders;

import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageReached;

/** Which stages were reached; each visit stands here once, whatever reports it. */
@Repository
public class ReachedStore {
    private static final String INSERT = "insert into stage_reached (order_id, parcel_id, stage, occasion, at, known_at, implied) values (?, ?, ?, ?, ?, ?, ?) on conflict do nothing";
    private static final String OF = "select parcel_id, stage, occasion, at, known_at, implied from stage_reached where order_id = ? order by at, id";

    /** @param parcelId null for a stage of the order */
    public record Reached(Long parcelId, StageReached visit, Instant knownAt) {}

    /** True where this visit was not known before. */
    public boolean insert(JdbcClient db, long orderId, Long parcelId, StageReached v, Instant now) {
        return db.sql(INSERT).params(orderId, parcelId, v.stage().code(), v.occasion(), v.at().toEpochMilli(), now.toEpochMilli(), v.implied() ? 1 : 0).update() == 1;
    }

    public Set<String> keys(JdbcClient db, long parcelId) {
        return new HashSet<>(db.sql("select stage || '/' || occasion from stage_reached where parcel_id = ?").param(parcelId).query(String.class).list());
    }

    /** Forgets a visit that no report speaks of any more. */
    public void remove(JdbcClient db, long parcelId, String key) {
        db.sql("delete from stage_reached where parcel_id = ? and stage || '/' || occasion = ?").params(parcelId, key).update();
    }

    public List<Reached> of(JdbcClient db, long orderId) {
        return db.sql(OF).param(orderId).query((rs, i) -> {
            long parcel = rs.getLong("parcel_id");
            Long parcelId = rs.wasNull() ? null : parcel;
            return new Reached(parcelId, new StageReached(Stage.of(rs.getString("stage")).orElseThrow(), rs.getString("occasion"), Instant.ofEpochMilli(rs.getLong("at")), rs.getInt("implied") == 1), Instant.ofEpochMilli(rs.getLong("known_at")));
        }).list();
    }
}
