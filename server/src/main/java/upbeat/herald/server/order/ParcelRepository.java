package upbeat.herald.server.order;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.platform.persistence.BatchUpdate;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

@Repository
public class ParcelRepository {
    private static final TypeReference<List<Parcel.Content>> CONTENTS = new TypeReference<>() {};
    private static final String COLUMNS =
            "select id, order_id, carrier, tracking_number, items, stage, source, created_at, last_scan_at from parcel ";
    /** The stages are those of the index, word for word: SQLite uses it for nothing else. */
    private static final String SILENT_SINCE = COLUMNS + """
            indexed by parcel_quiet
            where stage in ('dispatched', 'in-transit', 'out-for-delivery', 'attempted', 'delayed', 'returning')
            and (last_scan_at > ? or last_scan_at = ? and id > ?) and last_scan_at <= ?
            order by last_scan_at, id limit ?""";

    private static final String BY_LEG =
            COLUMNS + "where id = (select parcel_id from parcel_leg where carrier = ? and compact = ?)";
    private static final String KNOWN_BY =
            "select carrier from parcel where compact = :compact union select carrier from parcel_leg where compact = :compact union select carrier from customer_return where compact = :compact";

    private static final String IDS =
            "select p.carrier, p.compact, p.id from json_each(?) n cross join parcel p on p.carrier = n.value->>0 and p.compact = n.value->>1";
    private static final String IDS_OF_LEGS =
            "select l.carrier, l.compact, l.parcel_id from json_each(?) n cross join parcel_leg l on l.carrier = n.value->>0 and l.compact = n.value->>1";
    private static final String INSERT = """
            insert into parcel (order_id, carrier, tracking_number, compact, items, stage, stage_at, source, created_at)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?) returning id""";
    private static final String INSERT_MANY = """
            insert into parcel (id, order_id, carrier, tracking_number, compact, items, stage, stage_at, source,
            created_at) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""";
    private static final String BY_COMPACT = """
            select carrier, compact, id from parcel where compact in (select value from json_each(:numbers))
            union all
            select carrier, compact, parcel_id from parcel_leg
            where compact in (select value from json_each(:numbers))""";
    private static final String TOUCH = """
            update parcel set stage = coalesce(?, stage), stage_at = coalesce(?, stage_at),
            last_scan_at = nullif(max(coalesce(last_scan_at, 0), coalesce(?, 0)), 0) where id = ?""";

    public Optional<ParcelRow> find(JdbcClient db, @Nullable String carrier, @Nullable String trackingNumber) {
        return db.sql(COLUMNS + "where carrier = ? and compact = ?")
                .params(carrier, TrackingNumber.compact(trackingNumber))
                .query(ParcelRepository::row)
                .optional();
    }

    /** Also by the number under which it went on with another carrier. */
    public Optional<ParcelRow> findAny(JdbcClient db, String carrier, @Nullable String trackingNumber) {
        return find(db, carrier, trackingNumber).or(() -> db.sql(BY_LEG)
                .params(carrier, TrackingNumber.compact(trackingNumber))
                .query(ParcelRepository::row)
                .optional());
    }

    /** Keys of carriers under which a number is known. */
    public List<String> findCarriersByNumber(JdbcClient db, @Nullable String trackingNumber) {
        return db.sql(KNOWN_BY)
                .param("compact", TrackingNumber.compact(trackingNumber))
                .query(String.class)
                .list();
    }

    /** A further part of a parcel's way. */
    public record Leg(String carrier, String trackingNumber, Instant since) {}

    public List<Leg> findLegs(JdbcClient db, long id) {
        return db.sql("select carrier, tracking_number, since from parcel_leg where parcel_id = ? order by since")
                .param(id)
                .query((rs, i) -> new Leg(rs.getString(1), rs.getString(2), Instant.ofEpochMilli(rs.getLong(3))))
                .list();
    }

    public void addLeg(JdbcClient db, long id, String carrier, String trackingNumber, Instant now) {
        db.sql("insert into parcel_leg (carrier, compact, parcel_id, tracking_number, since) values (?, ?, ?, ?, ?)")
                .params(carrier, TrackingNumber.compact(trackingNumber), id, trackingNumber, now.toEpochMilli())
                .update();
    }

    /** The parcel as the customer can follow it now: under the carrier and number of the last leg. */
    public Parcel currentLeg(JdbcClient db, ParcelRow row) {
        List<Leg> legs = findLegs(db, row.id());
        if (legs.isEmpty()) return row.parcel();
        Leg last = legs.get(legs.size() - 1);
        return new Parcel(last.carrier(), last.trackingNumber(), row.parcel().items());
    }

    /** A parcel's number as it is compared. */
    public record Number(String carrier, String compact) {
        public static Number of(String carrier, @Nullable String trackingNumber) {
            return new Number(carrier, TrackingNumber.compact(trackingNumber));
        }

        static String json(Collection<Number> numbers) {
            return Json.write(numbers.stream()
                    .map(n -> new String[] {n.carrier(), n.compact()})
                    .toList());
        }
    }

    /** Ids of the parcels known by these numbers, also by those under which they went on. */
    public Map<Number, Long> findIds(JdbcClient db, Collection<Number> numbers) {
        Map<Number, Long> ids = new HashMap<>();
        for (String sql : List.of(IDS_OF_LEGS, IDS))
            db.sql(sql).param(Number.json(numbers)).query((ResultSet rs) -> {
                ids.put(new Number(rs.getString(1), rs.getString(2)), rs.getLong(3));
            });
        return ids;
    }

    /** The parcels with these numbers of whatever carrier, also those that went on under one of them. */
    public Map<Number, Long> findIdsByCompact(JdbcClient db, Collection<String> numbers) {
        Map<Number, Long> ids = new HashMap<>();
        db.sql(BY_COMPACT).param("numbers", Json.write(numbers)).query((ResultSet rs) -> {
            ids.putIfAbsent(new Number(rs.getString(1), rs.getString(2)), rs.getLong(3));
        });
        return ids;
    }

    public List<ParcelRow> find(JdbcClient db, Collection<Long> ids) {
        return db.sql(COLUMNS + "where id in (select value from json_each(?))")
                .param(Json.write(ids))
                .query(ParcelRepository::row)
                .list();
    }

    /**
     * Parcels on their way that their carrier last reported after {@code from} and not after {@code to}, in that order.
     *
     * @param after the last row of the page before, or null for the first page
     */
    public List<ParcelRow> findSilentSince(
            JdbcClient db, Instant from, Instant to, @Nullable ParcelRow after, int most) {
        long last = after == null || after.lastScanAt() == null
                ? from.toEpochMilli()
                : after.lastScanAt().toEpochMilli();
        return db.sql(SILENT_SINCE)
                .params(last, last, after == null ? Long.MAX_VALUE : after.id(), to.toEpochMilli(), most)
                .query(ParcelRepository::row)
                .list();
    }

    /** After which ids are free. */
    public long maxId(JdbcClient db) {
        return db.sql("select coalesce(max(id), 0) from parcel")
                .query(Long.class)
                .single();
    }

    /** A new parcel, and when it came to the stage where it stands. */
    public record NewParcel(ParcelRow row, Instant stageAt) {}

    /** New parcels under ids that are free. */
    public void insert(JdbcClient db, Collection<NewParcel> parcels) {
        BatchUpdate.execute(
                db,
                INSERT_MANY,
                parcels.stream()
                        .map(n -> new Object[] {
                            n.row().id(),
                            n.row().orderId(),
                            n.row().parcel().carrier(),
                            n.row().parcel().trackingNumber(),
                            TrackingNumber.compact(n.row().parcel().trackingNumber()),
                            Json.write(n.row().parcel().items()),
                            n.row().stage().code(),
                            n.stageAt().toEpochMilli(),
                            n.row().source(),
                            n.row().createdAt().toEpochMilli()
                        })
                        .toList());
    }

    /** All parcels of the orders that these parcels belong to. */
    public List<ParcelRow> findSiblings(JdbcClient db, Collection<Long> ids) {
        return db.sql(
                        COLUMNS
                                + "where order_id in (select order_id from parcel where id in (select value from json_each(?))) order by id")
                .param(Json.write(ids))
                .query(ParcelRepository::row)
                .list();
    }

    /**
     * What a transaction did to a parcel. @param movedAt null where it stands as before; {@code scannedAt} its latest
     * scan, or null
     */
    public record Touch(
            long id,
            Stage stage,
            @Nullable Instant movedAt,
            @Nullable Instant scannedAt) {}

    public void updateTouched(JdbcClient db, Collection<Touch> touches) {
        BatchUpdate.execute(
                db,
                TOUCH,
                touches.stream()
                        .map(t -> new Object[] {
                            t.movedAt() == null ? null : t.stage().code(),
                            Columns.millis(t.movedAt()),
                            Columns.millis(t.scannedAt()),
                            t.id()
                        })
                        .toList());
    }

    public void renumber(JdbcClient db, long id, String carrier, String trackingNumber) {
        db.sql("update parcel set carrier = ?, tracking_number = ?, compact = ? where id = ?")
                .params(carrier, trackingNumber, TrackingNumber.compact(trackingNumber), id)
                .update();
    }

    /** Takes a parcel away; what was sent of it and what was scanned of its number stays. */
    public void remove(JdbcClient db, long id) {
        db.sql("update scan set parcel_id = null where parcel_id = ? and source = 'carrier'")
                .param(id)
                .update();
        db.sql("delete from scan where parcel_id = ?").param(id).update();
        db.sql("delete from stage_reached where parcel_id = ?").param(id).update();
        db.sql("update message set parcel_id = null where parcel_id = ?")
                .param(id)
                .update();
        db.sql("delete from parcel_leg where parcel_id = ?").param(id).update();
        db.sql("delete from parcel where id = ?").param(id).update();
    }

    public ParcelRow get(JdbcClient db, long id) {
        return find(db, id).orElseThrow();
    }

    public Optional<ParcelRow> find(JdbcClient db, long id) {
        return db.sql(COLUMNS + "where id = ?")
                .param(id)
                .query(ParcelRepository::row)
                .optional();
    }

    /** How many parcels each carrier ever had here, by its key. */
    public Map<String, Integer> countByCarrier(JdbcClient db) {
        Map<String, Integer> counts = new HashMap<>();
        db.sql("select carrier, count(*) from parcel group by carrier").query(rs -> {
            counts.put(rs.getString(1), rs.getInt(2));
        });
        return counts;
    }

    public List<ParcelRow> findByOrder(JdbcClient db, long orderId) {
        return db.sql(COLUMNS + "where order_id = ? order by id")
                .param(orderId)
                .query(ParcelRepository::row)
                .list();
    }

    /** The parcels of each of these orders, by the order's id. */
    public Map<Long, List<ParcelRow>> findByOrders(JdbcClient db, Collection<Long> orders) {
        return db
                .sql(COLUMNS + "where order_id in (select value from json_each(?)) order by id")
                .param(Json.write(orders))
                .query(ParcelRepository::row)
                .list()
                .stream()
                .collect(Collectors.groupingBy(ParcelRow::orderId));
    }

    public ParcelRow insert(JdbcClient db, long orderId, Parcel given, String source, Instant now) {
        Parcel p = new Parcel(given.carrier(), TrackingNumber.readable(given.trackingNumber()), given.items());
        long id = db.sql(INSERT)
                .params(
                        orderId,
                        p.carrier(),
                        p.trackingNumber(),
                        TrackingNumber.compact(p.trackingNumber()),
                        Json.write(p.items()),
                        Stage.ORDERED.code(),
                        now.toEpochMilli(),
                        source,
                        now.toEpochMilli())
                .query(Long.class)
                .single();
        return new ParcelRow(id, orderId, p, Stage.ORDERED, source, now.truncatedTo(ChronoUnit.MILLIS), null);
    }

    public void updateStage(JdbcClient db, long id, Stage stage, Instant at) {
        db.sql("update parcel set stage = ?, stage_at = ? where id = ?")
                .params(stage.code(), at.toEpochMilli(), id)
                .update();
    }

    public void updateItems(JdbcClient db, long id, List<Parcel.Content> items) {
        db.sql("update parcel set items = ? where id = ?")
                .params(Json.write(items), id)
                .update();
    }

    /** {@link #COLUMNS} by their places: names cost the driver a search for each row. */
    private static ParcelRow row(ResultSet rs, int i) throws SQLException {
        Parcel parcel = new Parcel(rs.getString(3), rs.getString(4), Json.read(rs.getString(5), CONTENTS));
        return new ParcelRow(
                rs.getLong(1),
                rs.getLong(2),
                parcel,
                Stage.fromCode(rs.getString(6)).orElseThrow(),
                rs.getString(7),
                Instant.ofEpochMilli(rs.getLong(8)),
                Columns.nullableInstant(rs, 9));
    }
}
