package upbeat.herald.server.orders;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.storage.Json;

@Repository
public class ParcelStore {
    private static final TypeReference<List<Parcel.Content>> CONTENTS = new TypeReference<>() {};
    private static final String COLUMNS = "select id, order_id, carrier, tracking_number, items, stage, source, created_at from parcel ";
    private static final String BY_LEG = COLUMNS + "where id = (select parcel_id from parcel_leg where carrier = ? and compact = ?)";
    private static final String KNOWN_BY = "select carrier from parcel where compact = :compact union select carrier from parcel_leg where compact = :compact";

    public Optional<ParcelRow> find(JdbcClient db, String carrier, String trackingNumber) {
        return db.sql(COLUMNS + "where carrier = ? and compact = ?").params(carrier, Texts.compact(trackingNumber)).query(ParcelStore::row).optional();
    }

    /** Also by the number under which it went on with another carrier. */
    public Optional<ParcelRow> findAny(JdbcClient db, String carrier, String trackingNumber) {
        return find(db, carrier, trackingNumber).or(() -> db.sql(BY_LEG).params(carrier, Texts.compact(trackingNumber)).query(ParcelStore::row).optional());
    }

    /** Keys of carriers under which a number is known. */
    public List<String> carriersOf(JdbcClient db, String trackingNumber) {
        return db.sql(KNOWN_BY).param("compact", Texts.compact(trackingNumber)).query(String.class).list();
    }

    /** A further part of a parcel's way. */
    public record Leg(String carrier, String trackingNumber, Instant since) {}

    public List<Leg> legs(JdbcClient db, long id) {
        return db.sql("select carrier, tracking_number, since from parcel_leg where parcel_id = ? order by since").param(id).query((rs, i) -> new Leg(rs.getString(1), rs.getString(2), Instant.ofEpochMilli(rs.getLong(3)))).list();
    }

    public void addLeg(JdbcClient db, long id, String carrier, String trackingNumber, Instant now) {
        db.sql("insert into parcel_leg (carrier, compact, parcel_id, tracking_number, since) values (?, ?, ?, ?, ?)").params(carrier, Texts.compact(trackingNumber), id, trackingNumber, now.toEpochMilli()).update();
    }

    /** The parcel as the customer can follow it now: under the carrier and number of the last leg. */
    public Parcel followed(JdbcClient db, ParcelRow row) {
        List<Leg> legs = legs(db, row.id());
        if (legs.isEmpty()) return row.parcel();
        Leg last = legs.get(legs.size() - 1);
        return new Parcel(last.carrier(), last.trackingNumber(), row.parcel().items());
    }

    public void scanned(JdbcClient db, long id, Instant at) {
        db.sql("update parcel set last_scan_at = max(coalesce(last_scan_at, 0), ?) where id = ?").params(at.toEpochMilli(), id).update();
    }

    /** A report moved it. @param scannedAt of a carrier's scan, or null */
    public void moved(JdbcClient db, long id, Stage stage, Instant at, Instant scannedAt) {
        db.sql("update parcel set stage = ?, stage_at = ?, last_scan_at = case when ? is null then last_scan_at else max(coalesce(last_scan_at, 0), ?) end where id = ?")
                .params(stage.code(), at.toEpochMilli(), scannedAt == null ? null : scannedAt.toEpochMilli(), scannedAt == null ? null : scannedAt.toEpochMilli(), id).update();
    }

    public void renumber(JdbcClient db, long id, String carrier, String trackingNumber) {
        db.sql("update parcel set carrier = ?, tracking_number = ?, compact = ? where id = ?").params(carrier, trackingNumber, Texts.compact(trackingNumber), id).update();
    }

    /** Takes a parcel away; what was sent of it and what was scanned of its number stays. */
    public void remove(JdbcClient db, long id) {
        db.sql("update scan set parcel_id = null where parcel_id = ? and source = 'carrier'").param(id).update();
        db.sql("delete from scan where parcel_id = ?").param(id).update();
        db.sql("delete from stage_reached where parcel_id = ?").param(id).update();
        db.sql("update message set parcel_id = null where parcel_id = ?").param(id).update();
        db.sql("delete from parcel_leg where parcel_id = ?").param(id).update();
        db.sql("delete from parcel where id = ?").param(id).update();
    }

    public ParcelRow get(JdbcClient db, long id) {
        return db.sql(COLUMNS + "where id = ?").param(id).query(ParcelStore::row).single();
    }

    public List<ParcelRow> of(JdbcClient db, long orderId) {
        return db.sql(COLUMNS + "where order_id = ? order by id").param(orderId).query(ParcelStore::row).list();
    }

    public ParcelRow insert(JdbcClient db, long orderId, Parcel p, String source, Instant now) {
        db.sql("insert into parcel (order_id, carrier, tracking_number, compact, items, stage, stage_at, source, created_at) values (?, ?, ?, ?, ?, 'ordered', ?, ?, ?)")
                .params(orderId, p.carrier(), p.trackingNumber(), Texts.compact(p.trackingNumber()), Json.of(p.items()), now.toEpochMilli(), source, now.toEpochMilli()).update();
        return find(db, p.carrier(), p.trackingNumber()).orElseThrow();
    }

    public void stage(JdbcClient db, long id, Stage stage, Instant at) {
        db.sql("update parcel set stage = ?, stage_at = ? where id = ?").params(stage.code(), at.toEpochMilli(), id).update();
    }

    public void items(JdbcClient db, long id, List<Parcel.Content> items) {
        db.sql("update parcel set items = ? where id = ?").params(Json.of(items), id).update();
    }

    private static ParcelRow row(ResultSet rs, int i) throws SQLException {
        Parcel parcel = new Parcel(rs.getString("carrier"), rs.getString("tracking_number"), Json.read(rs.getString("items"), CONTENTS));
        return new ParcelRow(rs.getLong("id"), rs.getLong("order_id"), parcel, Stage.of(rs.getString("stage")).orElseThrow(), rs.getString("source"), Instant.ofEpochMilli(rs.getLong("created_at")));
    }
}
