package upbeat.herald.server.ingest;

import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.ScanReader;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.ReportEffect;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.notice.Moment;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.returns.ReturnScan;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.message.MessagePlanner;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.order.ScanRepository;

/**
 * Takes what is reported of parcels, by carriers and by people: works their ways out again and plans for what is news.
 */
@Component
public class ReportIngestService {
    private final WorkingSetLoader loader;
    private final ScanRepository ingest;
    private final CarrierRepository carriers;
    private final MessagePlanner plan;

    ReportIngestService(
            WorkingSetLoader loader, ScanRepository scans, CarrierRepository carriers, MessagePlanner plan) {
        this.loader = loader;
        this.ingest = scans;
        this.carriers = carriers;
        this.plan = plan;
    }

    public enum ScanOutcome {
        ACCEPTED,
        DUPLICATE,
        UNKNOWN_PARCEL,
        UNREAD_CODE
    }

    /** What a list of scans brings, worked out and not yet written. */
    record ComputedReports(WorkingSet open, Map<ScanOutcome, Integer> outcomes) {}

    /**
     * Works out what these scans bring. Changes nothing, so that it can be done ahead, see {@link PrecomputedBatch}.
     */
    ComputedReports compute(JdbcClient db, List<CheckedScan> taken, Instant now) {
        List<ParcelRepository.Number> numbers =
                taken.stream().map(CheckedScan::parcelNumber).toList();
        WorkingSet open = loader.loadByNumber(db, new HashSet<>(numbers));
        List<Notice> notices = plan.findNotices(db);
        Map<ScanOutcome, Integer> outcomes = new EnumMap<>(ScanOutcome.class);
        for (int i = 0; i < taken.size(); i++)
            outcomes.merge(scan(open, taken.get(i), numbers.get(i), notices, now), 1, Integer::sum);
        return new ComputedReports(open, outcomes);
    }

    /** Writes it down. @return how many scans came to which end */
    Map<ScanOutcome, Integer> save(JdbcClient db, ComputedReports worked, Instant now) {
        loader.save(db, worked.open(), now);
        return worked.outcomes();
    }

    /** Takes scans. @return how many came to which end */
    public Map<ScanOutcome, Integer> ingest(JdbcClient db, List<CheckedScan> taken, Instant now) {
        return save(db, compute(db, taken, now), now);
    }

    private ScanOutcome scan(
            WorkingSet open, CheckedScan s, ParcelRepository.Number number, List<Notice> notices, Instant now) {
        Long returned = open.findReturn(number);
        Optional<Stage> read =
                s.carrier() == null ? Optional.empty() : ScanReader.readStage(s.carrier(), s.code(), s.text());
        Optional<Stage> stage = returned == null ? read : read.map(ReturnScan::stageOf);
        Optional<WorkingParcel> parcel = open.find(number);
        String day = parcel.map(p -> p.localDay(s.at())).orElse(s.day());
        Optional<Long> id = open.addScan(new ScanRepository.ScanRow(
                0,
                new ParcelRepository.Number(number.carrier(), number.compact()),
                new ScanRepository.Owner(parcel.map(p -> p.row().id()).orElse(null), returned),
                new ScanRepository.Event(s.code(), s.text(), s.at(), day, s.place(), s.expectedOn()),
                stage.orElse(null),
                false,
                ScanRepository.BY_CARRIER,
                now));
        if (id.isEmpty()) return ScanOutcome.DUPLICATE;
        if (returned != null) stage.ifPresent(at -> open.recordReturnScan(returned, at, s.at()));
        if (parcel.isEmpty()) return returned == null ? ScanOutcome.UNKNOWN_PARCEL : ScanOutcome.ACCEPTED;
        parcel.get().recordScan(s.at());
        if (stage.isEmpty())
            return s.carrier() != null && ScanReader.isIgnored(s.carrier(), s.code(), s.text())
                    ? ScanOutcome.ACCEPTED
                    : ScanOutcome.UNREAD_CODE;
        report(
                open,
                parcel.get(),
                notices,
                new Report(id.get().toString(), stage.get(), s.at(), day, returned),
                now,
                false);
        return ScanOutcome.ACCEPTED;
    }

    /**
     * A stage that somebody says a parcel reached. @return how many messages were planned, or empty where nothing is
     * new in it
     */
    Optional<Integer> markStage(JdbcClient db, ParcelRow row, Stage stage, Instant at, String source, Instant now) {
        return markStage(db, row, stage, at, source, now, plan.findNotices(db));
    }

    /** The same, for these notices only. */
    Optional<Integer> markStage(
            JdbcClient db, ParcelRow row, Stage stage, Instant at, String source, Instant now, List<Notice> notices) {
        ParcelRepository.Number number =
                ParcelRepository.Number.of(row.parcel().carrier(), row.parcel().trackingNumber());
        WorkingSet open = loader.loadByNumber(db, Set.of(number));
        WorkingParcel parcel = Objects.requireNonNull(open.byId.get(row.id()));
        return markStage(open, parcel, notices, stage, at, source, now)
                ? Optional.of(loader.save(db, open, now))
                : Optional.empty();
    }

    /**
     * A return is back, as somebody of the team says, on whatever way it came. @return how many messages were planned
     */
    public int markReturned(
            JdbcClient db, ParcelRow row, ReturnRepository.ReturnRow returned, String source, Instant now) {
        Parcel label = returned.content().label();
        ParcelRepository.Number number = ParcelRepository.Number.of(label.carrier(), label.trackingNumber());
        WorkingSet open = loader.loadByNumber(db, Set.of(number));
        WorkingParcel parcel = Objects.requireNonNull(open.byId.get(row.id()));
        String occasion = StageVisit.occasionOfReturn(returned.id());
        if (parcel.announced.contains(Stage.RETURNED.code() + "/" + occasion)) return 0;
        mark(open, parcel, plan.findNotices(db), new Mark(number, returned.id(), Stage.RETURNED, now, source), now);
        return loader.save(db, open, now);
    }

    /** The same for one of several, not written yet. @return false where nothing is new in it */
    boolean markStage(
            WorkingSet open,
            WorkingParcel parcel,
            List<Notice> notices,
            Stage stage,
            Instant at,
            String source,
            Instant now) {
        if (parcel.announced.contains(stage.code() + "/" + StageVisit.ONCE)) return false;
        ParcelRepository.Number number = ParcelRepository.Number.of(
                parcel.row().parcel().carrier(), parcel.row().parcel().trackingNumber());
        return mark(open, parcel, notices, new Mark(number, null, stage, at, source), now);
    }

    /** What somebody says. @param returnId of the return that it is about, or null */
    private record Mark(
            ParcelRepository.Number number, @Nullable Long returnId, Stage stage, Instant at, String source) {}

    private boolean mark(WorkingSet open, WorkingParcel parcel, List<Notice> notices, Mark mark, Instant now) {
        String day = parcel.localDay(mark.at());
        Optional<Long> id = open.addScan(new ScanRepository.ScanRow(
                0,
                mark.number(),
                new ScanRepository.Owner(parcel.row().id(), mark.returnId()),
                new ScanRepository.Event(null, "Marked as " + mark.stage().label(), mark.at(), day, null, null),
                mark.stage(),
                false,
                mark.source(),
                now));
        if (id.isEmpty()) return false;
        report(
                open,
                parcel,
                notices,
                new Report(id.get().toString(), mark.stage(), mark.at(), day, mark.returnId()),
                now,
                false);
        return true;
    }

    /** Reads the scans that came before anybody said whose parcel it is. @return how many messages were planned */
    int ingestWaiting(JdbcClient db, long parcelId, String carrierKey, String compact, Instant now) {
        List<ScanRepository.ScanRow> waiting = ingest.findWaiting(db, carrierKey, compact);
        if (waiting.isEmpty()) return 0;
        WorkingSet open = loader.loadById(db, Set.of(parcelId));
        WorkingParcel parcel = Objects.requireNonNull(open.byId.get(parcelId));
        List<Notice> notices = plan.findNotices(db);
        for (ScanRepository.ScanRow s : waiting) {
            Stage stage = s.stage() != null
                    ? s.stage()
                    : carriers.find(db, carrierKey)
                            .flatMap(c -> ScanReader.readStage(
                                    c, s.event().code(), s.event().text()))
                            .orElse(null);
            String day = parcel.localDay(s.event().at());
            ingest.assignParcel(db, s.id(), parcelId, carrierKey, stage, day);
            parcel.recordScan(s.event().at());
            if (stage != null)
                report(
                        open,
                        parcel,
                        notices,
                        new Report(Long.toString(s.id()), stage, s.event().at(), day),
                        now,
                        false);
        }
        return loader.save(db, open, now);
    }

    /**
     * What reading the unread brought.
     *
     * @param read scans that are read now
     * @param moved parcels that stand elsewhere by it: "QK-1, RX1: dispatched -> delivered"
     */
    public record Reread(int read, int messages, List<String> moved) {}

    /**
     * Reads a carrier's unread scans once more, after its code table grew. @param quiet true where nothing is to go out
     * for what they bring
     */
    public Reread rereadUnmapped(JdbcClient db, Carrier carrier, Instant now, boolean quiet) {
        List<ScanRepository.ScanRow> unread = ingest.findUnmapped(db, carrier.key());
        WorkingSet open = loader.loadById(
                db,
                unread.stream()
                        .map(ScanRepository.ScanRow::parcelId)
                        .filter(java.util.Objects::nonNull)
                        .collect(Collectors.toCollection(HashSet::new)));
        List<Notice> notices = plan.findNotices(db);
        int read = 0;
        List<String> moved = new ArrayList<>();
        for (ScanRepository.ScanRow s : unread) {
            Stage stage = ScanReader.readStage(
                            carrier, s.event().code(), s.event().text())
                    .orElse(null);
            if (stage == null) continue;
            read++;
            Long returned = s.owner().returnId();
            if (returned != null) {
                stage = ReturnScan.stageOf(stage);
                open.recordReturnScan(returned, stage, s.event().at());
            }
            ingest.updateStage(db, s.id(), stage);
            if (s.parcelId() == null) continue;
            WorkingParcel parcel = Objects.requireNonNull(open.byId.get(s.parcelId()));
            Stage before = parcel.row().stage();
            report(
                    open,
                    parcel,
                    notices,
                    new Report(
                            Long.toString(s.id()),
                            stage,
                            s.event().at(),
                            s.event().day(),
                            returned),
                    now,
                    quiet);
            Stage after = parcel.row().stage();
            if (after != before)
                moved.add(parcel.order.row().order().number() + ", "
                        + parcel.row().parcel().trackingNumber() + ": " + before.label() + " → " + after.label());
        }
        return new Reread(read, loader.save(db, open, now), moved);
    }

    /** Works a parcel's way out again with the new report, and plans for what is news. */
    private void report(
            WorkingSet open, WorkingParcel parcel, List<Notice> notices, Report arrived, Instant now, boolean quiet) {
        ReportEffect arrival = ReportEffect.of(parcel.reports, arrived, parcel.announced);
        parcel.reports.add(arrived);
        if (arrival.late()) open.markLate(Long.parseLong(arrived.key()));
        for (StageVisit v : arrival.journey().reached()) open.addVisit(parcel, v);
        Stage stands = arrival.journey().stage();
        if (parcel.row().stage() != stands) parcel.moveTo(stands, arrived.at());
        parcel.order.updateStage();
        if (arrival.news().isEmpty()) return;
        open.messages.addAll(plan.decide(
                notices,
                parcel.order.row(),
                parcel.row(),
                parcel.order.parcels(),
                parcel.order.history(),
                Moment.listFor(arrival.news()),
                now,
                quiet));
    }
}
