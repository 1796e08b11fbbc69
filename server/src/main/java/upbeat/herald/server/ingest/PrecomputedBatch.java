package upbeat.herald.server.ingest;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.server.ingest.ReportIngestService.ScanOutcome;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/**
 * A part of a long list, worked out on the caller's thread while the part before it is being written. It is written as
 * it is where nothing it rests on was written since; else it is worked out once more, inside the transaction. So a list
 * goes through at the pace of the disk, and nobody notices the difference.
 */
final class PrecomputedBatch {
    private static final long NOT_KEPT = -1;
    private final ReportIngestService reports;
    private final List<CheckedScan> scans;
    private final Instant now;
    /** Let go of when this part is written: else a long document would hold all its parts to its end. */
    private @Nullable PrecomputedBatch before;

    private final long mark;
    private final ReportIngestService.ComputedReports worked;
    /** The writer's mark after it was kept as it was worked out ahead. */
    private volatile long keptAt = NOT_KEPT;

    /** @param before the part that is in the writer's hands meanwhile, or null */
    PrecomputedBatch(
            ReportIngestService reports,
            JdbcClient reader,
            DatabaseWriter writer,
            List<CheckedScan> scans,
            Instant now,
            @Nullable PrecomputedBatch before) {
        this.reports = reports;
        this.scans = scans;
        this.now = now;
        this.before = before;
        mark = writer.version();
        worked = reports.compute(reader, scans, now);
    }

    /** Inside the writer's transaction. */
    Map<ScanOutcome, Integer> apply(JdbcClient db, DatabaseWriter writer) {
        boolean holds = holds(writer.version());
        before = null;
        if (!holds) return reports.ingest(db, scans, now);
        Map<ScanOutcome, Integer> outcomes = reports.save(db, worked, now);
        keptAt = writer.version() + 1; // this piece of work is the next
        return outcomes;
    }

    /** True where nothing was written since, or only the part before, and that has nothing to do with this one. */
    private boolean holds(long written) {
        return written == mark
                || written == mark + 1
                        && before != null
                        && before.keptAt == written
                        && before.worked.open().isDisjoint(worked.open());
    }
}
