package upbeat.herald.server.ingest;

import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.journey.Journey;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.server.ingest.Ingested.Change;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.ScanRepository;
import upbeat.herald.server.order.StageVisitRepository;

/** Stages that somebody says a parcel reached. Works inside the caller's transaction. */
@Component
public class StageMarkService {
    private final ReportIngestService reports;
    private final ParcelRepository parcels;
    private final ScanRepository scans;
    private final StageVisitRepository visits;
    private final MessageRepository messages;
    private final OrderStageUpdate standing;

    StageMarkService(
            ReportIngestService reports,
            ParcelRepository parcels,
            ScanRepository scans,
            StageVisitRepository visits,
            MessageRepository messages,
            OrderStageUpdate standing) {
        this.reports = reports;
        this.parcels = parcels;
        this.scans = scans;
        this.visits = visits;
        this.messages = messages;
        this.standing = standing;
    }

    /** A stage that somebody says a parcel reached. */
    public Ingested<ParcelRow> mark(
            JdbcClient db, ParcelRow parcel, Stage stage, Instant at, String source, Instant now) {
        return reports.markStage(db, parcel, stage, at, source, now)
                .map(planned -> new Ingested<>(parcels.get(db, parcel.id()), Change.CHANGED, planned))
                .orElse(new Ingested<>(parcel, Change.UNCHANGED, 0));
    }

    /** A stage that the parcel's order was marked with before it had a number; customers were told then. */
    void takeOver(JdbcClient db, ParcelRow parcel, StageVisit own, String source, Instant now) {
        reports.markStage(db, parcel, own.stage(), own.at(), source, now, List.of());
    }

    /** Takes back the last mark of a stage made by hand. @throws HeraldException where a message about it went out */
    public void unmark(JdbcClient db, ParcelRow parcel, Stage stage, String source) {
        if (messages.existsSent(db, parcel.id(), stage))
            throw new HeraldException(
                    "stage",
                    "The customer was already told that parcel "
                            + parcel.parcel().trackingNumber() + " is " + stage.label() + ". This can't be undone");
        scans.findByParcel(db, parcel.id()).stream()
                .filter(s -> s.stage() == stage && s.source().equals(source))
                .reduce((a, b) -> b)
                .ifPresent(s -> scans.remove(db, s.id()));
        messages.deletePlanned(db, parcel.id(), stage);
        recompute(db, parcel);
    }

    /** Takes back that a return was received. @throws HeraldException where the customer was told */
    public void unmarkReturned(JdbcClient db, ParcelRow parcel, long returnId, String source) {
        String occasion = StageVisit.occasionOfReturn(returnId);
        if (messages.existsSentOfOccasion(db, parcel.orderId(), Stage.RETURNED, occasion))
            throw new HeraldException(
                    "return", "The customer was already told that the return was received. This can't be undone");
        scans.removeOfReturn(db, returnId, source);
        messages.deletePlannedOfOccasion(db, parcel.orderId(), Stage.RETURNED, occasion);
        recompute(db, parcel);
    }

    /** Works a parcel's way out from the reports that are left. */
    private void recompute(JdbcClient db, ParcelRow parcel) {
        Journey journey = Journey.of(scans.findByParcel(db, parcel.id()).stream()
                .filter(s -> s.stage() != null)
                .map(ScanRepository.ScanRow::toReport)
                .toList());
        Set<String> left =
                journey.reached().stream().map(StageVisit::key).collect(Collectors.toCollection(HashSet::new));
        visits.findKeys(db, List.of(parcel.id())).getOrDefault(parcel.id(), Set.of()).stream()
                .filter(k -> !left.contains(k))
                .forEach(k -> visits.remove(db, parcel.id(), k));
        Instant since = journey.reached().isEmpty()
                ? parcel.createdAt()
                : journey.reached().get(journey.reached().size() - 1).at();
        parcels.updateStage(db, parcel.id(), journey.stage(), since);
        standing.update(db, parcel.orderId());
    }
}
