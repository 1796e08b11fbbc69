package upbeat.herald.server.orders;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.Stage;

@Repository
public class ScanStore {
    public static final String BY_CARRIER = "carrier";
    private static final String COLUMNS = "select id, carrier, compact, parcel_id, code, text, at, day, place, stage, late, source, received_at from scan ";
    private static final String INSERT = """
            insert into scan (carrier, compact, parcel_id, code, text, at, day, place, stage, source, received_at)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) on conflict do nothing returning id""";

    /**
     * One report of a parcel as it is kept.
     *
     * @param parcelId null while no order owns the number
     * @param stage    null while nothing reads the code
     * @param source   {@value #BY_CARRIER}, or who said so
     */
    public record ScanRow(long id, String carrier, String compact, Long parcelId, String code, String text, Instant at, String day, String place, Stage stage, boolean late, String source, Instant receivedAt) {
        public Report report() {
            return new Report(Long.toString(id), stage, at, day);
        }
    }

    /** Keeps a scan; empty where the same one was kept before. */
    public Optional<Long> insert(JdbcClient db, ScanRow s) {
        return db.sql(INSERT).params(s.carrier(), s.compact(), s.parcelId(), s.code(), s.text(), s.at().toEpochMilli(), s.day(), s.place(), s.stage() == null ? null : s.stage().code(), s.source(), s.receivedAt().toEpochMilli())
                .query(Long.class).optional();
    }

    public List<ScanRow> ofParcel(JdbcClient db, long parcelId) {
        return db.sql(COLUMNS + "where parcel_id = ? order by at, id").param(parcelId).query(ScanStore::row).list();
    }

    /** Scans that came before anybody said whose parcel it is, those of a carrier nobody could tell among them. */
    public List<ScanRow> waiting(JdbcClient db, String carrier, String compact) {
        return db.sql(COLUMNS + "where carrier in (?, '') and compact = ? and parcel_id is null order by at, id").params(carrier, compact).query(ScanStore::row).list();
    }

    public Optional<ScanRow> find(JdbcClient db, long id) {
        return db.sql(COLUMNS + "where id = ?").param(id).query(ScanStore::row).optional();
    }

    /** Gives a scan its parcel, and with it its carrier and what that reads in it. */
    public void belongsTo(JdbcClient db, long scanId, long parcelId, String carrier, Stage stage) {
        db.sql("update or ignore scan set parcel_id = ?, carrier = ?, stage = ? where id = ?").params(parcelId, carrier, stage == null ? null : stage.code(), scanId).update();
    }

    public void reads(JdbcClient db, long scanId, Stage stage) {
        db.sql("update scan set stage = ? where id = ?").params(stage.code(), scanId).update();
    }

    public void remove(JdbcClient db, long scanId) {
        db.sql("delete from scan where id = ?").param(scanId).update();
    }

    /** Scans of a carrier that nothing reads, oldest first. */
    public List<ScanRow> unread(JdbcClient db, String carrier) {
        return db.sql(COLUMNS + "where carrier = ? and stage is null order by at, id").param(carrier).query(ScanStore::row).list();
    }

    public void late(JdbcClient db, long scanId) {
        db.sql("update scan set late = 1 where id = ?").param(scanId).update();
    }

    private static ScanRow row(ResultSet rs, int i) throws SQLException {
        long parcel = rs.getLong("parcel_id");
        Long parcelId = rs.wasNull() ? null : parcel;
        return new ScanRow(rs.getLong("id"), rs.getString("carrier"), rs.getString("compact"), parcelId, rs.getString("code"), rs.getString("text"), Instant.ofEpochMilli(rs.getLong("at")), rs.getString("day"), rs.getString("place"),
                Stage.of(rs.getString("stage")).orElse(null), rs.getInt("late") == 1, rs.getString("source"), Instant.ofEpochMilli(rs.getLong("received_at")));
    }
}
