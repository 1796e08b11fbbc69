package upbeat.herald.server.ingest;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.timing.Watch;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/** Parcels whose carriers are asked, and what ended the asking. */
@Repository
public class CarrierPollRepository {
    private static final String COLUMNS =
            "select parcel_id, carrier, tracking_number, began_at, tries, next_at, ended_at, ended_by, said from carrier_watch ";
    private static final String BEGIN =
            "insert into carrier_watch (parcel_id, carrier, tracking_number, began_at, next_at) values (?, ?, ?, ?, ?) on conflict do nothing";

    /** @param endedBy word of {@link Watch.End}, or null while it goes on; {@code said} what the last try brought */
    public record Progress(
            int tries,
            @Nullable Instant nextAt,
            @Nullable Instant endedAt,
            @Nullable String endedBy,
            @Nullable String said) {}

    /** A parcel whose carrier is asked. */
    public record WatchRow(long parcelId, String carrier, String trackingNumber, Instant beganAt, Progress progress) {}

    public void begin(JdbcClient db, long parcelId, String carrier, String trackingNumber, Instant now) {
        db.sql(BEGIN)
                .params(parcelId, carrier, trackingNumber, now.toEpochMilli(), now.toEpochMilli())
                .update();
    }

    public List<WatchRow> findByParcel(JdbcClient db, long parcelId) {
        return db.sql(COLUMNS + "where parcel_id = ? order by began_at")
                .param(parcelId)
                .query(CarrierPollRepository::row)
                .list();
    }

    public List<WatchRow> findDue(JdbcClient db, Instant now, int most) {
        return db.sql(COLUMNS + "where ended_at is null and next_at <= ? order by next_at limit ?")
                .params(now.toEpochMilli(), most)
                .query(CarrierPollRepository::row)
                .list();
    }

    /** What a try came to. Row count 0: it ended meanwhile. */
    public void recordAttempt(
            JdbcClient db, WatchRow w, int tries, Watch.Next next, @Nullable String said, Instant now) {
        db.sql(
                        "update carrier_watch set tries = ?, next_at = ?, ended_at = ?, ended_by = ?, said = ? where parcel_id = ? and carrier = ? and ended_at is null")
                .params(
                        tries,
                        Columns.millis(next.at()),
                        next.end() == null ? null : now.toEpochMilli(),
                        next.end() == null ? null : next.end().code(),
                        said,
                        w.parcelId(),
                        w.carrier())
                .update();
    }

    /** These parcels came to their end: nobody needs to be asked any more. */
    public void endFinished(JdbcClient db, Collection<Long> parcels, Instant now) {
        if (!parcels.isEmpty()) end(db, parcels, Watch.End.ARRIVED, now);
    }

    public void stop(JdbcClient db, long parcelId, Instant now) {
        end(db, List.of(parcelId), Watch.End.STOPPED, now);
    }

    private static void end(JdbcClient db, Collection<Long> parcels, Watch.End end, Instant now) {
        db.sql(
                        "update carrier_watch set ended_at = ?, ended_by = ?, next_at = null where parcel_id in (select value from json_each(?)) and ended_at is null")
                .params(now.toEpochMilli(), end.code(), Json.write(parcels))
                .update();
    }

    public void remove(JdbcClient db, long parcelId) {
        db.sql("delete from carrier_watch where parcel_id = ?").param(parcelId).update();
    }

    private static WatchRow row(ResultSet rs, int i) throws SQLException {
        return new WatchRow(
                rs.getLong("parcel_id"),
                rs.getString("carrier"),
                rs.getString("tracking_number"),
                Instant.ofEpochMilli(rs.getLong("began_at")),
                new CarrierPollRepository.Progress(
                        rs.getInt("tries"),
                        Columns.nullableInstant(rs, "next_at"),
                        Columns.nullableInstant(rs, "ended_at"),
                        rs.getString("ended_by"),
                        rs.getString("said")));
    }
}
