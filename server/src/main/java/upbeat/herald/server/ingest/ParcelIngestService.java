package upbeat.herald.server.ingest;

import java.time.Instant;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.server.ingest.Ingested.Change;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.SearchIndexRepository;
import upbeat.herald.server.order.StageVisitRepository;

/** Takes parcels in, and what changes their numbers. Works inside the caller's transaction. */
@Component
public class ParcelIngestService {
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final ReportIngestService reports;
    private final StageMarkService marks;
    private final CarrierPollStart polls;
    private final SearchIndexRepository search;
    private final ParcelChangeService changes;
    private final StageVisitRepository visits;

    ParcelIngestService(
            OrderRepository orders,
            ParcelRepository parcels,
            ReportIngestService reports,
            StageMarkService marks,
            CarrierPollStart polls,
            SearchIndexRepository search,
            ParcelChangeService changes,
            StageVisitRepository visits) {
        this.orders = orders;
        this.parcels = parcels;
        this.reports = reports;
        this.marks = marks;
        this.polls = polls;
        this.search = search;
        this.changes = changes;
        this.visits = visits;
    }

    /** Puts a parcel on an order; the label is made by then. Scans that came before are read now. */
    public Ingested<ParcelRow> ingestParcel(JdbcClient db, OrderRow order, Parcel parcel, String source, Instant now) {
        Optional<ParcelRow> known = parcels.findAny(db, parcel.carrier(), parcel.trackingNumber());
        if (known.isPresent() && known.get().orderId() != order.id()) {
            throw new HeraldException(
                    "trackingNumber",
                    "The number " + parcel.trackingNumber() + " is already on order "
                            + orders.get(db, known.get().orderId()).order().number());
        }
        if (known.isPresent()) {
            if (parcel.items().isEmpty()
                    || parcel.items().equals(known.get().parcel().items()))
                return new Ingested<>(known.get(), Change.UNCHANGED, 0);
            return changes.changeItems(db, known.get(), parcel.items(), now);
        }
        ParcelRow row = parcels.insert(db, order.id(), parcel, source, now);
        search.index(db, order.id(), order.order());
        takeOverMarks(db, row, source, now);
        int planned = marks.mark(db, row, Stage.PACKED, now, source, now).messages();
        planned += reports.ingestWaiting(
                db, row.id(), parcel.carrier(), TrackingNumber.compact(parcel.trackingNumber()), now);
        polls.start(db, row, parcel.carrier(), parcel.trackingNumber(), now);
        return new Ingested<>(parcels.get(db, row.id()), Change.NEW, planned);
    }

    /** What was marked on the order while it had no tracking number is its first parcel's from now on. */
    private void takeOverMarks(JdbcClient db, ParcelRow parcel, String source, Instant now) {
        for (StageVisit own : visits.findOwn(db, parcel.orderId())) {
            marks.takeOver(db, parcel, own, source, now);
            visits.removeOfOrder(db, parcel.orderId(), own.stage());
        }
    }

    /**
     * The parcel goes on with another carrier under another number; it stays one parcel, and nothing is said of it
     * twice.
     */
    public Ingested<ParcelRow> addLeg(
            JdbcClient db, ParcelRow parcel, String carrier, String trackingNumber, Instant now) {
        Optional<ParcelRow> known = parcels.findAny(db, carrier, trackingNumber);
        if (known.isPresent() && known.get().id() == parcel.id()) return new Ingested<>(parcel, Change.UNCHANGED, 0);
        if (known.isPresent())
            throw new HeraldException(
                    "trackingNumber",
                    "The number " + trackingNumber + " already belongs to a parcel of order "
                            + orders.get(db, known.get().orderId()).order().number());
        parcels.addLeg(db, parcel.id(), carrier, trackingNumber, now);
        search.index(db, parcel.orderId(), orders.get(db, parcel.orderId()).order());
        int planned = reports.ingestWaiting(db, parcel.id(), carrier, TrackingNumber.compact(trackingNumber), now);
        polls.start(db, parcel, carrier, trackingNumber, now);
        return new Ingested<>(parcels.get(db, parcel.id()), Change.CHANGED, planned);
    }

    /** Puts another number on a parcel, as if the wrong one had never been there; what was sent stays sent. */
    public Ingested<ParcelRow> renumber(JdbcClient db, ParcelRow parcel, Parcel to, String source, Instant now) {
        OrderRow order = orders.get(db, parcel.orderId());
        if (parcels.findAny(db, to.carrier(), to.trackingNumber())
                .filter(p -> p.id() != parcel.id())
                .isPresent())
            throw new HeraldException(
                    "trackingNumber", "The number " + to.trackingNumber() + " already belongs to another parcel");
        changes.detach(db, parcel);
        return ingestParcel(
                db,
                order,
                to.items().isEmpty()
                        ? new Parcel(
                                to.carrier(),
                                to.trackingNumber(),
                                parcel.parcel().items())
                        : to,
                source,
                now);
    }

    /** Takes a parcel off its order. Messages planned for it are gone with it. */
    public void removeParcel(JdbcClient db, ParcelRow parcel, Instant now) {
        changes.removeParcel(db, parcel, now);
    }
}
