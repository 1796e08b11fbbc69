package upbeat.herald.server.ingest;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Stage;
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

    private static final String RESTART = """
            update carrier_watch set began_at = ?, next_at = ?, tries = 0, ended_at = null, ended_by = null, said = null
            where parcel_id = ? and carrier = ? and ended_at is not null""";
    private static final String BEGIN_ALL = """
            insert into carrier_watch (parcel_id, carrier, tracking_number, began_at, next_at)
            select n.id, :carrier, n.number, :now, :now + (n.id * 7919 * 1000) % :interval from (
              select p.id as id, p.tracking_number as number from parcel p
              where p.carrier = :carrier and p.stage in (:open)
              union all
              select p.id, l.tracking_number from parcel_leg l join parcel p on p.id = l.parcel_id
              where l.carrier = :carrier and p.stage in (:open)
            ) n where true
            on conflict (parcel_id, carrier) do update set began_at = excluded.began_at, next_at = excluded.next_at,
              tries = 0, ended_at = null, ended_by = null, said = null
            where carrier_watch.ended_by = 'failed'""";

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

    /** Begins anew what had ended. @return false where there's no such watch, or it goes on */
    public boolean restart(JdbcClient db, long parcelId, String carrier, Instant now) {
        return db.sql(RESTART)
                        .params(now.toEpochMilli(), now.toEpochMilli(), parcelId, carrier)
                        .update()
                == 1;
    }

    /**
     * Watches all of a carrier's parcels that are not at their end and aren't watched yet, also those it took over from
     * another. The first questions are spread over an interval, so that they don't go out all at once.
     *
     * @return how many are watched from now on
     */
    public int beginAll(JdbcClient db, String carrier, Duration interval, Instant now) {
        return db.sql(BEGIN_ALL)
                .param("carrier", carrier)
                .param("open", Stage.codes(s -> !s.isFinal() && !s.isOrderStage()))
                .param("now", now.toEpochMilli())
                .param("interval", Math.max(1, interval.toMillis()))
                .update();
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
