package upbeat.herald.server.orders;

import java.sql.ResultSet;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageReached;
import upbeat.herald.server.storage.Json;
import upbeat.herald.server.storage.Rows;

/** Which stages were reached; each visit stands here once, whatever reports it. */
@Repository
public class ReachedStore {
    private static final String INSERT = """
            insert into stage_reached (order_id, parcel_id, stage, occasion, at, known_at, implied)
            values (?, ?, ?, ?, ?, ?, ?) on conflict do nothing""";
    private static final String OF =
            "select parcel_id, stage, occasion, at, known_at, implied from stage_reached where order_id = ? order by at, id";

    /** @param parcelId null for a stage of the order */
    public record Reached(Long parcelId, StageReached visit, Instant knownAt) {}

    /** A visit to be kept. @param parcelId null for a stage of the order */
    public record Visit(long orderId, Long parcelId, StageReached visit) {}

    /** Keeps visits; those known before are left alone. @return how many are new */
    public int insert(JdbcClient db, List<Visit> visits, Instant now) {
        return Rows.write(
                db,
                INSERT,
                visits.stream()
                        .map(v -> new Object[] {
                            v.orderId(),
                            v.parcelId(),
                            v.visit().stage().code(),
                            v.visit().occasion(),
                            v.visit().at().toEpochMilli(),
                            now.toEpochMilli(),
                            v.visit().implied() ? 1 : 0
                        })
                        .toList());
    }

    /** Keys of the visits of each of these parcels. */
    public Map<Long, Set<String>> keys(JdbcClient db, Collection<Long> parcels) {
        Map<Long, Set<String>> keys = new HashMap<>();
        db.sql(
                        "select parcel_id, stage || '/' || occasion from stage_reached where parcel_id in (select value from json_each(?))")
                .param(Json.of(parcels))
                .query((ResultSet rs) -> {
                    keys.computeIfAbsent(rs.getLong(1), id -> new HashSet<>()).add(rs.getString(2));
                });
        return keys;
    }

    public Set<String> keys(JdbcClient db, long parcelId) {
        return new HashSet<>(db.sql("select stage || '/' || occasion from stage_reached where parcel_id = ?")
                .param(parcelId)
                .query(String.class)
                .list());
    }

    /** When a parcel first came to a stage. */
    public Optional<Instant> first(JdbcClient db, long parcelId, Stage stage) {
        return db
                .sql("select min(at) from stage_reached where parcel_id = ? and stage = ?")
                .params(parcelId, stage.code())
                .query((rs, i) -> rs.getObject(1) == null ? null : Instant.ofEpochMilli(rs.getLong(1)))
                .list()
                .stream()
                .filter(java.util.Objects::nonNull)
                .findFirst();
    }

    /** Forgets a visit that no report speaks of any more. */
    public void remove(JdbcClient db, long parcelId, String key) {
        db.sql("delete from stage_reached where parcel_id = ? and stage || '/' || occasion = ?")
                .params(parcelId, key)
                .update();
    }

    public List<Reached> of(JdbcClient db, long orderId) {
        return db.sql(OF)
                .param(orderId)
                .query((rs, i) -> {
                    long parcel = rs.getLong("parcel_id");
                    Long parcelId = rs.wasNull() ? null : parcel;
                    return new Reached(
                            parcelId,
                            new StageReached(
                                    Stage.of(rs.getString("stage")).orElseThrow(),
                                    rs.getString("occasion"),
                                    Instant.ofEpochMilli(rs.getLong("at")),
                                    rs.getInt("implied") == 1),
                            Instant.ofEpochMilli(rs.getLong("known_at")));
                })
                .list();
    }
}
