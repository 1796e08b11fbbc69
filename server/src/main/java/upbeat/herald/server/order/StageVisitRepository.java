package upbeat.herald.server.order;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.server.platform.persistence.BatchUpdate;
import upbeat.herald.server.platform.persistence.Json;

/** Which stages were reached; each visit stands here once, whatever reports it. */
@Repository
public class StageVisitRepository {
    private static final String INSERT = """
            insert into stage_reached (order_id, parcel_id, stage, occasion, at, known_at, implied)
            values (?, ?, ?, ?, ?, ?, ?) on conflict do nothing""";
    private static final String BY_ORDER = """
            select order_id, parcel_id, stage, occasion, at, known_at, implied from stage_reached
            where order_id = ? order by at, id""";

    private static final String SINCE = """
            select order_id, parcel_id, stage, occasion, at, known_at, implied from stage_reached
            where stage = ? and at >= ? order by at desc limit ?""";

    /** By its parcel: for the least time, SQLite would walk over the visits of all parcels to the stage. */
    private static final String FIRST =
            "select min(at) from stage_reached indexed by reached_by_parcel where parcel_id = ? and stage = ?";

    /** @param parcelId null for a stage of the order */
    public record Reached(long orderId, @Nullable Long parcelId, StageVisit visit, Instant knownAt) {}

    /** A visit to be kept. @param parcelId null for a stage of the order */
    public record Visit(long orderId, @Nullable Long parcelId, StageVisit visit) {}

    /** Keeps visits; those known before are left alone. @return how many are new */
    public int insert(JdbcClient db, List<Visit> visits, Instant now) {
        return BatchUpdate.execute(
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
    public Map<Long, Set<String>> findKeys(JdbcClient db, Collection<Long> parcels) {
        Map<Long, Set<String>> keys = new HashMap<>();
        db.sql(
                        "select parcel_id, stage || '/' || occasion from stage_reached where parcel_id in (select value from json_each(?))")
                .param(Json.write(parcels))
                .query((ResultSet rs) -> {
                    keys.computeIfAbsent(rs.getLong(1), id -> new HashSet<>()).add(rs.getString(2));
                });
        return keys;
    }

    public Set<String> findKeys(JdbcClient db, long parcelId) {
        return new HashSet<>(db.sql("select stage || '/' || occasion from stage_reached where parcel_id = ?")
                .param(parcelId)
                .query(String.class)
                .list());
    }

    /** When a parcel first came to a stage. */
    public Optional<Instant> findFirstVisit(JdbcClient db, long parcelId, Stage stage) {
        return db
                .sql(FIRST)
                .params(parcelId, stage.code())
                .query((rs, i) -> rs.getObject(1) == null ? null : Instant.ofEpochMilli(rs.getLong(1)))
                .list()
                .stream()
                .filter(java.util.Objects::nonNull)
                .findFirst();
    }

    /** Deletes a visit that no report gives any more. */
    public void remove(JdbcClient db, long parcelId, String key) {
        db.sql("delete from stage_reached where parcel_id = ? and stage || '/' || occasion = ?")
                .params(parcelId, key)
                .update();
    }

    public List<Reached> findByOrder(JdbcClient db, long orderId) {
        return db.sql(BY_ORDER)
                .param(orderId)
                .query(StageVisitRepository::mapRow)
                .list();
    }

    /** Visits of an order that has no tracking number, to the stages of parcels. */
    public List<StageVisit> findOwn(JdbcClient db, long orderId) {
        return findByOrder(db, orderId).stream()
                .filter(r -> r.parcelId() == null && !r.visit().stage().isOrderStage())
                .map(Reached::visit)
                .toList();
    }

    /** Written as the index is: by the stage alone it would walk over all orders that were there. */
    static final String REMOVE_OF_ORDER =
            "delete from stage_reached where order_id = ? and coalesce(parcel_id, 0) = 0 and stage = ?";

    public void removeOfOrder(JdbcClient db, long orderId, Stage stage) {
        db.sql(REMOVE_OF_ORDER).params(orderId, stage.code()).update();
    }

    /** The latest visits to a stage since a moment. @param most how many at the most */
    public List<Reached> findSince(JdbcClient db, Stage stage, Instant since, int most) {
        return db.sql(SINCE)
                .params(stage.code(), since.toEpochMilli(), most)
                .query(StageVisitRepository::mapRow)
                .list();
    }

    private static Reached mapRow(ResultSet rs, int row) throws SQLException {
        long parcel = rs.getLong("parcel_id");
        Long parcelId = rs.wasNull() ? null : Long.valueOf(parcel);
        StageVisit visit = new StageVisit(
                Stage.fromCode(rs.getString("stage")).orElseThrow(),
                rs.getString("occasion"),
                Instant.ofEpochMilli(rs.getLong("at")),
                rs.getInt("implied") == 1);
        return new Reached(rs.getLong("order_id"), parcelId, visit, Instant.ofEpochMilli(rs.getLong("known_at")));
    }
}
