package upbeat.herald.server.intake;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.server.intake.TakeReports.ScanOutcome;
import upbeat.herald.server.storage.Writer;

/**
 * A part of a long list, worked out on the caller's thread while the part before it is being written. It is written as
 * it is where nothing it rests on was written since; else it is worked out once more, inside the transaction. So a list
 * goes through at the pace of the disk, and nobody notices the difference.
 */
final class Ahead {
    private static final long NOT_KEPT = -1;
    private final TakeReports reports;
    private final List<NewScan> scans;
    private final Instant now;
    /** Let go of when this part is written: else a long document would hold all its parts to its end. */
    private Ahead before;

    private final long mark;
    private final TakeReports.Worked worked;
    /** The writer's mark after it was kept as it was worked out ahead. */
    private volatile long keptAt = NOT_KEPT;

    /** @param before the part that is in the writer's hands meanwhile, or null */
    Ahead(TakeReports reports, JdbcClient reader, Writer writer, List<NewScan> scans, Instant now, Ahead before) {
        this.reports = reports;
        this.scans = scans;
        this.now = now;
        this.before = before;
        mark = writer.mark();
        worked = reports.workOut(reader, scans, now);
    }

    /** Inside the writer's transaction. */
    Map<ScanOutcome, Integer> keep(JdbcClient db, Writer writer) {
        boolean holds = holds(writer.mark());
        before = null;
        if (!holds) return reports.scans(db, scans, now);
        Map<ScanOutcome, Integer> outcomes = reports.keep(db, worked, now);
        keptAt = writer.mark() + 1; // this piece of work is the next
        return outcomes;
    }

    /** True where nothing was written since, or only the part before, and that has nothing to do with this one. */
    private boolean holds(long written) {
        return written == mark
                || written == mark + 1
                        && before != null
                        && before.keptAt == written
                        && before.worked.open().apart(worked.open());
    }
}
