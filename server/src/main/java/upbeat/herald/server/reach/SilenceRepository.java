package upbeat.herald.server.reach;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.server.order.StageVisitRepository;

/** Silences of carriers, as their scans show them afterwards. */
@Repository
class SilenceRepository {
    /** The time to the next scan, or, after the last one, until now, of parcels that nothing ended. */
    private static final String SINCE = """
            select p.order_id, p.id, g.at, g.stage from (
                select parcel_id, at, stage,
                    lead(at) over (partition by parcel_id order by at, id) as next
                from scan where parcel_id in (select id from parcel where last_scan_at >= :from)) g
            join parcel p on p.id = g.parcel_id
            where g.stage is not null and g.stage in (:underway)
            and g.at + :silence between :from and :to
            and coalesce(g.next, :to) - g.at >= :silence
            order by g.at desc limit :most""";

    /** As visits to the stage at which the parcel stood then, at the moment when it had been silent for so long. */
    List<StageVisitRepository.Reached> findBetween(
            JdbcClient db, Instant since, Instant until, Duration silence, int most) {
        return db.sql(SINCE)
                .param("from", since.toEpochMilli())
                .param("to", until.toEpochMilli())
                .param("silence", silence.toMillis())
                .param("underway", Stage.codes(Stage::isUnderway))
                .param("most", most)
                .query((rs, i) -> {
                    Instant at = Instant.ofEpochMilli(rs.getLong(3)).plus(silence);
                    StageVisit visit = new StageVisit(
                            Stage.fromCode(rs.getString(4)).orElseThrow(), "quiet-" + rs.getLong(3), at, false);
                    return new StageVisitRepository.Reached(rs.getLong(1), rs.getLong(2), visit, at);
                })
                .list();
    }
}
