package upbeat.herald.server.intake;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.orders.ParcelRow;

/** A parcel a transaction works on, with all that was reported of it. */
final class OpenParcel {
    final OpenOrder order;
    final List<Report> reports = new ArrayList<>();
    /** Keys of the visits that were news before. */
    final Set<String> told = new HashSet<>();

    private ParcelRow row;
    private Instant movedAt;
    private Instant scannedAt;

    OpenParcel(ParcelRow row, OpenOrder order) {
        this.row = row;
        this.order = order;
    }

    ParcelRow row() {
        return row;
    }

    void moved(Stage to, Instant at) {
        row = row.at(to);
        order.parcel(row);
        movedAt = at;
    }

    void scanned(Instant at) {
        if (scannedAt == null || at.isAfter(scannedAt)) scannedAt = at;
    }

    /** When it came to its stage in this transaction; null where it stands as before. */
    Instant movedAt() {
        return movedAt;
    }

    /** Its latest scan in this transaction, or null. */
    Instant scannedAt() {
        return scannedAt;
    }
}
