package upbeat.herald.server.intake;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.ReadScan;
import upbeat.herald.core.journey.Arrival;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageReached;
import upbeat.herald.core.plan.Moment;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.server.carriers.CarrierStore;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;
import upbeat.herald.server.orders.ScanStore;
import upbeat.herald.server.plan.PlanMessages;

/**
 * Takes what is reported of parcels, by carriers and by people: works their ways out again and plans for what is news.
 */
@Component
public class TakeReports {
    private final OpenBook book;
    private final ScanStore scans;
    private final CarrierStore carriers;
    private final PlanMessages plan;

    TakeReports(OpenBook book, ScanStore scans, CarrierStore carriers, PlanMessages plan) {
        this.book = book;
        this.scans = scans;
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
    record Worked(OpenParcels open, Map<ScanOutcome, Integer> outcomes) {}

    /** Works out what these scans bring. Changes nothing, so that it can be done ahead, see {@link Ahead}. */
    Worked workOut(JdbcClient db, List<NewScan> taken, Instant now) {
        List<ParcelStore.Number> numbers = taken.stream().map(NewScan::number).toList();
        OpenParcels open = book.numbers(db, new HashSet<>(numbers));
        List<Notice> notices = plan.notices(db);
        Map<ScanOutcome, Integer> outcomes = new EnumMap<>(ScanOutcome.class);
        for (int i = 0; i < taken.size(); i++)
            outcomes.merge(scan(open, taken.get(i), numbers.get(i), notices, now), 1, Integer::sum);
        return new Worked(open, outcomes);
    }

    /** Writes it down. @return how many scans came to which end */
    Map<ScanOutcome, Integer> keep(JdbcClient db, Worked worked, Instant now) {
        book.close(db, worked.open(), now);
        return worked.outcomes();
    }

    /** Takes scans. @return how many came to which end */
    public Map<ScanOutcome, Integer> scans(JdbcClient db, List<NewScan> taken, Instant now) {
        return keep(db, workOut(db, taken, now), now);
    }

    private ScanOutcome scan(
            OpenParcels open, NewScan s, ParcelStore.Number number, List<Notice> notices, Instant now) {
        Optional<Stage> stage =
                s.carrier() == null ? Optional.empty() : ReadScan.stage(s.carrier(), s.code(), s.text());
        Optional<OpenParcel> parcel = open.find(number);
        Optional<Long> id = open.keep(new ScanStore.ScanRow(
                0,
                number.carrier(),
                number.compact(),
                parcel.map(p -> p.row().id()).orElse(null),
                s.code(),
                s.text(),
                s.at(),
                s.day(),
                s.place(),
                stage.orElse(null),
                false,
                ScanStore.BY_CARRIER,
                now,
                s.expectedOn()));
        if (id.isEmpty()) return ScanOutcome.DUPLICATE;
        if (parcel.isEmpty()) return ScanOutcome.UNKNOWN_PARCEL;
        parcel.get().scanned(s.at());
        if (stage.isEmpty()) return ScanOutcome.UNREAD_CODE;
        report(open, parcel.get(), notices, new Report(id.get().toString(), stage.get(), s.at(), s.day()), now, false);
        return ScanOutcome.ACCEPTED;
    }

    /**
     * A stage that somebody says a parcel reached. @return how many messages were planned, or empty where nothing is
     * new in it
     */
    Optional<Integer> mark(
            JdbcClient db, ParcelRow row, Stage stage, Instant at, String day, String source, Instant now) {
        ParcelStore.Number number =
                ParcelStore.Number.of(row.parcel().carrier(), row.parcel().trackingNumber());
        OpenParcels open = book.numbers(db, Set.of(number));
        OpenParcel parcel = open.byId.get(row.id());
        if (parcel.told.contains(stage.code() + "/" + StageReached.ONCE)) return Optional.empty();
        Optional<Long> id = open.keep(new ScanStore.ScanRow(
                0,
                number.carrier(),
                number.compact(),
                row.id(),
                null,
                "Marked " + stage.words(),
                at,
                day,
                null,
                stage,
                false,
                source,
                now,
                null));
        if (id.isEmpty()) return Optional.empty();
        report(open, parcel, plan.notices(db), new Report(id.get().toString(), stage, at, day), now, false);
        return Optional.of(book.close(db, open, now));
    }

    /** Reads the scans that came before anybody said whose parcel it is. @return how many messages were planned */
    int early(JdbcClient db, long parcelId, String carrierKey, String compact, Instant now) {
        List<ScanStore.ScanRow> waiting = scans.waiting(db, carrierKey, compact);
        if (waiting.isEmpty()) return 0;
        OpenParcels open = book.parcels(db, Set.of(parcelId));
        OpenParcel parcel = open.byId.get(parcelId);
        List<Notice> notices = plan.notices(db);
        for (ScanStore.ScanRow s : waiting) {
            Stage stage = s.stage() != null
                    ? s.stage()
                    : carriers.find(db, carrierKey)
                            .flatMap(c -> ReadScan.stage(c, s.code(), s.text()))
                            .orElse(null);
            scans.belongsTo(db, s.id(), parcelId, carrierKey, stage);
            parcel.scanned(s.at());
            if (stage != null)
                report(open, parcel, notices, new Report(Long.toString(s.id()), stage, s.at(), s.day()), now, false);
        }
        return book.close(db, open, now);
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
    public Reread reread(JdbcClient db, Carrier carrier, Instant now, boolean quiet) {
        List<ScanStore.ScanRow> unread = scans.unread(db, carrier.key());
        OpenParcels open = book.parcels(
                db,
                unread.stream()
                        .map(ScanStore.ScanRow::parcelId)
                        .filter(java.util.Objects::nonNull)
                        .collect(Collectors.toCollection(HashSet::new)));
        List<Notice> notices = plan.notices(db);
        int read = 0;
        List<String> moved = new ArrayList<>();
        for (ScanStore.ScanRow s : unread) {
            Stage stage = ReadScan.stage(carrier, s.code(), s.text()).orElse(null);
            if (stage == null) continue;
            read++;
            scans.reads(db, s.id(), stage);
            if (s.parcelId() == null) continue;
            OpenParcel parcel = open.byId.get(s.parcelId());
            Stage before = parcel.row().stage();
            report(open, parcel, notices, new Report(Long.toString(s.id()), stage, s.at(), s.day()), now, quiet);
            Stage after = parcel.row().stage();
            if (after != before)
                moved.add(parcel.order.row().order().number() + ", "
                        + parcel.row().parcel().trackingNumber() + ": " + before.words() + " → " + after.words());
        }
        return new Reread(read, book.close(db, open, now), moved);
    }

    /** Works a parcel's way out again with the new report, and plans for what is news. */
    private void report(
            OpenParcels open, OpenParcel parcel, List<Notice> notices, Report arrived, Instant now, boolean quiet) {
        Arrival arrival = Arrival.of(parcel.reports, arrived, parcel.told);
        parcel.reports.add(arrived);
        if (arrival.late()) open.late(Long.parseLong(arrived.key()));
        for (StageReached v : arrival.journey().reached()) open.reached(parcel, v);
        Stage stands = arrival.journey().stage();
        if (parcel.row().stage() != stands) parcel.moved(stands, arrived.at());
        parcel.order.stand();
        if (arrival.news().isEmpty()) return;
        Stage furthest = arrival.news().stream()
                .map(StageReached::stage)
                .max(Comparator.comparing(Stage::onLine))
                .orElseThrow();
        List<Moment> moments = arrival.news().stream()
                .map(v -> new Moment(v.stage(), v.occasion(), v.at(), v.stage() == furthest ? null : furthest))
                .toList();
        open.messages.addAll(plan.decide(
                notices,
                parcel.order.row(),
                parcel.row(),
                parcel.order.parcels(),
                parcel.order.history(),
                moments,
                now,
                quiet));
    }
}
