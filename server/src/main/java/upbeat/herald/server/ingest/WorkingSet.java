package upbeat.herald.server.ingest;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.order.ScanRepository;
import upbeat.herald.server.order.StageVisitRepository;

/**
 * The parcels one transaction works on: read together, changed in memory, written together by
 * {@link WorkingSetLoader#save}. A thousand scans take a dozen statements that way, and one scan takes the same dozen.
 */
final class WorkingSet {
    /**
     * New scans count on from here until they are written: which ids are free, only the transaction knows that writes
     * them.
     */
    private static final long BEFORE_NEW = 1L << 62;

    final Map<Long, WorkingParcel> byId = new HashMap<>();
    final Map<Long, WorkingOrder> orders = new HashMap<>();
    /** Not written yet, as their parcels may not be. */
    final List<WorkingOrder> newOrders = new ArrayList<>();

    final List<WorkingParcel> newParcels = new ArrayList<>();
    final List<StageVisitRepository.Visit> visits = new ArrayList<>();
    final List<MessageRepository.NewMessage> messages = new ArrayList<>();
    /** What was scanned of the returns among them. */
    final List<ReturnScanned> returnScans = new ArrayList<>();

    private final Set<ParcelRepository.Number> numbers;
    private final Map<ParcelRepository.Number, ReturnRepository.Ref> returns;
    private final Map<ParcelRepository.Number, Long> ids;
    private final Set<ScanRepository.Same> known;
    private final Map<Long, ScanRepository.ScanRow> scans = new HashMap<>();
    private final List<Long> order = new ArrayList<>();
    private final Set<Long> markLate = new LinkedHashSet<>();
    private long lastId = BEFORE_NEW;

    /** A scan of a return's number that says where it is. */
    record ReturnScanned(long id, Instant at, boolean hasArrived) {}

    /**
     * @param numbers that are worked on, {@code ids} those of them that are parcels, {@code returns} those that are on
     *     the labels of returns
     */
    WorkingSet(
            Set<ParcelRepository.Number> numbers,
            Map<ParcelRepository.Number, Long> ids,
            Map<ParcelRepository.Number, ReturnRepository.Ref> returns,
            Set<ScanRepository.Same> known) {
        this.returns = returns;
        this.numbers = numbers;
        this.ids = ids;
        this.known = known;
    }

    Optional<WorkingParcel> find(ParcelRepository.Number number) {
        Long id = ids.get(number);
        ReturnRepository.Ref returned = returns.get(number);
        if (id == null && returned != null) id = returned.parcelId();
        return Optional.ofNullable(id).map(byId::get);
    }

    /** The id of the return with this number; null where it isn't one's. */
    @Nullable Long findReturn(ParcelRepository.Number number) {
        ReturnRepository.Ref returned = returns.get(number);
        return returned == null || ids.containsKey(number) ? null : Long.valueOf(returned.id());
    }

    /** Where a return has come to. @param stage what was read in the scan, on its way back */
    void recordReturnScan(long id, Stage stage, Instant at) {
        if (stage.isCarrierStage()) returnScans.add(new ReturnScanned(id, at, stage == Stage.RETURNED));
    }

    /** Keeps a scan under an id for the time being; empty where the same one was kept before. */
    Optional<Long> addScan(ScanRepository.ScanRow s) {
        if (!known.add(new ScanRepository.Same(
                s.number().carrier(),
                s.number().compact(),
                s.event().at(),
                s.event().code(),
                s.event().text(),
                s.event().place()))) return Optional.empty();
        long id = ++lastId;
        scans.put(id, s);
        order.add(id);
        return Optional.of(id);
    }

    void markLate(long scanId) {
        markLate.add(scanId);
    }

    void addVisit(WorkingParcel parcel, StageVisit visit) {
        if (parcel.announced.add(visit.key()))
            visits.add(new StageVisitRepository.Visit(
                    parcel.row().orderId(), parcel.row().id(), visit));
    }

    /** The scans kept, ready to be written. @param after the highest id that is taken */
    List<ScanRepository.ScanRow> newScans(long after) {
        return order.stream()
                .map(id -> Objects.requireNonNull(scans.get(id)).withId(id - BEFORE_NEW + after, markLate.contains(id)))
                .toList();
    }

    /** Scans known before that turned out to be late. */
    Collection<Long> turnedLate() {
        return markLate.stream().filter(id -> !scans.containsKey(id)).toList();
    }

    /** True where nothing that is worked on here is worked on there. */
    boolean isDisjoint(WorkingSet other) {
        return Collections.disjoint(numbers, other.numbers)
                && Collections.disjoint(orders.keySet(), other.orders.keySet());
    }

    List<ParcelRepository.Touch> touches() {
        Set<WorkingParcel> written = Set.copyOf(newParcels);
        return byId.values().stream()
                .filter(p -> !written.contains(p))
                .filter(p -> p.movedAt() != null || p.scannedAt() != null)
                .map(p -> new ParcelRepository.Touch(p.row().id(), p.row().stage(), p.movedAt(), p.scannedAt()))
                .toList();
    }

    /** Parcels that came to their end in this transaction. */
    Set<Long> finishedParcels() {
        return byId.values().stream()
                .filter(p -> p.movedAt() != null && p.row().stage().isFinal())
                .map(p -> p.row().id())
                .collect(Collectors.toCollection(HashSet::new));
    }
}
