package upbeat.herald.server.ingest;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.CustomerDay;
import upbeat.herald.server.order.ParcelRow;

/** A parcel a transaction works on, with all that was reported of it. */
final class WorkingParcel {
    final WorkingOrder order;
    final List<Report> reports = new ArrayList<>();
    /** Keys of the visits that were news before. */
    final Set<String> announced = new HashSet<>();

    private ParcelRow row;
    private @Nullable Instant movedAt;
    private @Nullable Instant scannedAt;

    WorkingParcel(ParcelRow row, WorkingOrder order) {
        this.row = row;
        this.order = order;
    }

    ParcelRow row() {
        return row;
    }

    void moveTo(Stage to, Instant at) {
        row = row.withStage(to);
        order.putParcel(row);
        movedAt = at;
    }

    /** The day of an event on the customer's own calendar, ISO 8601, whatever offset the scan was written in. */
    String localDay(Instant at) {
        return CustomerDay.of(order.row().order(), at).toString();
    }

    void recordScan(Instant at) {
        if (scannedAt == null || at.isAfter(scannedAt)) scannedAt = at;
    }

    /** When it came to its stage in this transaction; null where it stands as before. */
    @Nullable Instant movedAt() {
        return movedAt;
    }

    /** Its latest scan in this transaction, or null. */
    @Nullable Instant scannedAt() {
        return scannedAt;
    }
}
