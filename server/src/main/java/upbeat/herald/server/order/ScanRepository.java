package upbeat.herald.server.order;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.platform.persistence.BatchUpdate;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

@Repository
public class ScanRepository {
    private static final String REPORTED =
            "select count(*), count(*) filter (where source = ?) from scan where parcel_id = ? and stage = ?";
    public static final String BY_CARRIER = "carrier";
    private static final String COLUMNS =
            "select id, carrier, compact, parcel_id, code, text, at, day, place, stage, late, source, received_at, expected_on, return_id from scan ";
    private static final String INSERT = """
            insert into scan (id, carrier, compact, parcel_id, code, text, at, day, place, stage, late, source,
            received_at, expected_on, return_id)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""";
    private static final String WAITING_FOR =
            "select distinct compact from scan where parcel_id is null and compact in (select value from json_each(?))";
    private static final String SAME_NUMBER = """
            select s.carrier, s.compact, s.at, s.code, s.text, s.place from json_each(?) n cross join scan s
            on s.carrier = n.value->>0 and s.compact = n.value->>1""";

    /** What makes two scans the same. */
    public record Same(
            String carrier,
            String compact,
            Instant at,
            @Nullable String code,
            @Nullable String text,
            @Nullable String place) {
        public Same {
            code = code == null ? "" : code;
            text = text == null ? "" : text;
            place = place == null ? "" : place;
        }
    }

    /**
     * What the carrier says.
     *
     * @param day calendar day where it happened, ISO 8601
     * @param expectedOn the day of delivery it announces, or null
     */
    public record Event(
            @Nullable String code,
            @Nullable String text,
            Instant at,
            String day,
            @Nullable String place,
            @Nullable LocalDate expectedOn) {}

    /**
     * What a scan is about.
     *
     * @param parcelId null while no order owns the number
     * @param returnId of the customer's return whose number it is, or null
     */
    public record Owner(@Nullable Long parcelId, @Nullable Long returnId) {
        public static Owner ofParcel(@Nullable Long parcelId) {
            return new Owner(parcelId, null);
        }
    }

    /**
     * One report of a parcel as it is kept.
     *
     * @param stage null while nothing reads the code
     * @param source {@value #BY_CARRIER}, or who said so
     */
    public record ScanRow(
            long id,
            ParcelRepository.Number number,
            Owner owner,
            Event event,
            @Nullable Stage stage,
            boolean late,
            String source,
            Instant receivedAt) {
        /** The same under the id it is kept by. */
        public ScanRow withId(long as, boolean tooLate) {
            return new ScanRow(as, number, owner, event, stage, tooLate, source, receivedAt);
        }

        public @Nullable Long parcelId() {
            return owner.parcelId();
        }

        public Report toReport() {
            return new Report(
                    Long.toString(id), Objects.requireNonNull(stage), event.at(), event.day(), owner.returnId());
        }
    }

    /** Keeps scans under their ids. None may be there already, see {@link #known}. */
    public void insert(JdbcClient db, List<ScanRow> scans) {
        BatchUpdate.execute(
                db,
                INSERT,
                scans.stream()
                        .map(s -> new Object[] {
                            s.id(),
                            s.number().carrier(),
                            s.number().compact(),
                            s.parcelId(),
                            s.event().code(),
                            s.event().text(),
                            s.event().at().toEpochMilli(),
                            s.event().day(),
                            s.event().place(),
                            s.stage() == null ? null : s.stage().code(),
                            s.late() ? 1 : 0,
                            s.source(),
                            s.receivedAt().toEpochMilli(),
                            s.event().expectedOn() == null
                                    ? null
                                    : s.event().expectedOn().toString(),
                            s.owner().returnId()
                        })
                        .toList());
    }

    /** The highest id there is; only the writer's transaction may count on from it. */
    public long maxId(JdbcClient db) {
        return db.sql("select coalesce(max(id), 0) from scan").query(Long.class).single();
    }

    /** The scans of these numbers. @param numbers pairs of carrier and compact number */
    public Set<Same> findKnown(JdbcClient db, Collection<ParcelRepository.Number> numbers) {
        Set<Same> known = new HashSet<>();
        db.sql(SAME_NUMBER).param(ParcelRepository.Number.json(numbers)).query((ResultSet rs) -> {
            known.add(new Same(
                    rs.getString(1),
                    rs.getString(2),
                    Instant.ofEpochMilli(rs.getLong(3)),
                    rs.getString(4),
                    rs.getString(5),
                    rs.getString(6)));
        });
        return known;
    }

    /** What was reported of each of these parcels. */
    public Map<Long, List<Report>> findReports(JdbcClient db, Collection<Long> parcels) {
        Map<Long, List<Report>> reports = new HashMap<>();
        db.sql(
                        "select parcel_id, id, stage, at, day, return_id from scan where parcel_id in (select value from json_each(?)) and stage is not null")
                .param(Json.write(parcels))
                .query((ResultSet rs) -> {
                    reports.computeIfAbsent(rs.getLong(1), id -> new ArrayList<>())
                            .add(new Report(
                                    rs.getString(2),
                                    Stage.fromCode(rs.getString(3)).orElseThrow(),
                                    Instant.ofEpochMilli(rs.getLong(4)),
                                    rs.getString(5),
                                    Columns.nullableLong(rs, "return_id")));
                });
        return reports;
    }

    /** The day of delivery that the carrier announced last. */
    public Optional<LocalDate> findExpectedDay(JdbcClient db, long parcelId) {
        return db.sql(
                        "select expected_on from scan where parcel_id = ? and expected_on is not null order by at desc, id desc limit 1")
                .param(parcelId)
                .query(String.class)
                .optional()
                .map(LocalDate::parse);
    }

    public List<ScanRow> findByParcel(JdbcClient db, long parcelId) {
        return db.sql(COLUMNS + "where parcel_id = ? order by at, id")
                .param(parcelId)
                .query(ScanRepository::row)
                .list();
    }

    /** Scans that came before anybody said whose parcel it is, those of a carrier nobody could tell among them. */
    public List<ScanRow> findWaiting(JdbcClient db, String carrier, String compact) {
        // Put in order here: mostly there are none, and SQLite would make a table for sorting first.
        return db
                .sql(COLUMNS + "where carrier in (?, '') and compact = ? and parcel_id is null")
                .params(carrier, compact)
                .query(ScanRepository::row)
                .list()
                .stream()
                .sorted(Comparator.comparing((ScanRow x) -> x.event().at()).thenComparing(ScanRow::id))
                .toList();
    }

    /** Those of these numbers, of whatever carrier, that scans wait for whose parcel nobody named yet. */
    public Set<String> findWaiting(JdbcClient db, Collection<String> numbers) {
        return new HashSet<>(db.sql(WAITING_FOR)
                .param(Json.write(numbers))
                .query(String.class)
                .list());
    }

    public Optional<ScanRow> find(JdbcClient db, long id) {
        return db.sql(COLUMNS + "where id = ?")
                .param(id)
                .query(ScanRepository::row)
                .optional();
    }

    /** Gives a scan its parcel, and with it its carrier and what that reads in it. */
    public void assignParcel(
            JdbcClient db, long scanId, long parcelId, String carrier, @Nullable Stage stage, String day) {
        db.sql("update or ignore scan set parcel_id = ?, carrier = ?, stage = ?, day = ? where id = ?")
                .params(parcelId, carrier, stage == null ? null : stage.code(), day, scanId)
                .update();
    }

    public void updateStage(JdbcClient db, long scanId, Stage stage) {
        db.sql("update scan set stage = ? where id = ?")
                .params(stage.code(), scanId)
                .update();
    }

    public void remove(JdbcClient db, long scanId) {
        db.sql("delete from scan where id = ?").param(scanId).update();
    }

    /** Scans of a carrier that nothing reads, oldest first. */
    public List<ScanRow> findUnmapped(JdbcClient db, String carrier) {
        return db.sql(COLUMNS + "where carrier = ? and stage is null order by at, id")
                .param(carrier)
                .query(ScanRepository::row)
                .list();
    }

    /** Forgets what somebody said of a return. */
    public void removeOfReturn(JdbcClient db, long returnId, String source) {
        db.sql("delete from scan where return_id = ? and source = ?")
                .params(returnId, source)
                .update();
    }

    public void markLate(JdbcClient db, Collection<Long> scans) {
        if (!scans.isEmpty())
            db.sql("update scan set late = 1 where id in (select value from json_each(?))")
                    .param(Json.write(scans))
                    .update();
    }

    private static ScanRow row(ResultSet rs, int i) throws SQLException {
        return new ScanRow(
                rs.getLong("id"),
                new ParcelRepository.Number(rs.getString("carrier"), rs.getString("compact")),
                new Owner(Columns.nullableLong(rs, "parcel_id"), Columns.nullableLong(rs, "return_id")),
                new ScanRepository.Event(
                        rs.getString("code"),
                        rs.getString("text"),
                        Instant.ofEpochMilli(rs.getLong("at")),
                        rs.getString("day"),
                        rs.getString("place"),
                        rs.getString("expected_on") == null ? null : LocalDate.parse(rs.getString("expected_on"))),
                Stage.fromCode(rs.getString("stage")).orElse(null),
                rs.getInt("late") == 1,
                rs.getString("source"),
                Instant.ofEpochMilli(rs.getLong("received_at")));
    }

    /** False where somebody marked a parcel's stage and its carrier didn't report it. */
    public boolean isReported(JdbcClient db, long parcelId, Stage stage) {
        return db.sql(REPORTED)
                .params(BY_CARRIER, parcelId, stage.code())
                .query((rs, i) -> rs.getInt(1) == 0 || rs.getInt(2) > 0)
                .single();
    }
}
