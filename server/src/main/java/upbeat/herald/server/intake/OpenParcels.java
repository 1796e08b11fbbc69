package upbeat.herald.server.intake;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageReached;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.orders.ParcelStore;
import upbeat.herald.server.orders.ReachedStore;
import upbeat.herald.server.orders.ScanStore;

/**
 * The parcels one transaction works on: read together, changed in memory, written together by {@link OpenBook#close}. A
 * thousand scans take a dozen statements that way, and one scan takes the same dozen.
 */
final class OpenParcels {
    /**
     * New scans count on from here until they are written: which ids are free, only the transaction knows that writes
     * them.
     */
    private static final long BEFORE_NEW = 1L << 62;

    final Map<Long, OpenParcel> byId = new HashMap<>();
    final Map<Long, OpenOrder> orders = new HashMap<>();
    final List<ReachedStore.Visit> visits = new ArrayList<>();
    final List<MessageStore.New> messages = new ArrayList<>();
    private final Set<ParcelStore.Number> numbers;
    private final Map<ParcelStore.Number, Long> ids;
    private final Set<ScanStore.Same> known;
    private final Map<Long, ScanStore.ScanRow> scans = new HashMap<>();
    private final List<Long> order = new ArrayList<>();
    private final Set<Long> late = new LinkedHashSet<>();
    private long lastId = BEFORE_NEW;

    /** @param numbers that are worked on, {@code ids} those of them that are parcels */
    OpenParcels(Set<ParcelStore.Number> numbers, Map<ParcelStore.Number, Long> ids, Set<ScanStore.Same> known) {
        this.numbers = numbers;
        this.ids = ids;
        this.known = known;
    }

    Optional<OpenParcel> find(ParcelStore.Number number) {
        return Optional.ofNullable(ids.get(number)).map(byId::get);
    }

    /** Keeps a scan under an id for the time being; empty where the same one was kept before. */
    Optional<Long> keep(ScanStore.ScanRow s) {
        if (!known.add(new ScanStore.Same(s.carrier(), s.compact(), s.at(), s.code(), s.text(), s.place())))
            return Optional.empty();
        long id = ++lastId;
        scans.put(id, s);
        order.add(id);
        return Optional.of(id);
    }

    void late(long scanId) {
        late.add(scanId);
    }

    void reached(OpenParcel parcel, StageReached visit) {
        if (parcel.told.add(visit.key()))
            visits.add(
                    new ReachedStore.Visit(parcel.row().orderId(), parcel.row().id(), visit));
    }

    /** The scans kept, ready to be written. @param after the highest id that is taken */
    List<ScanStore.ScanRow> newScans(long after) {
        return order.stream()
                .map(id -> scans.get(id).kept(id - BEFORE_NEW + after, late.contains(id)))
                .toList();
    }

    /** Scans known before that turned out to be late. */
    Collection<Long> turnedLate() {
        return late.stream().filter(id -> !scans.containsKey(id)).toList();
    }

    /** True where nothing that is worked on here is worked on there. */
    boolean apart(OpenParcels other) {
        return Collections.disjoint(numbers, other.numbers)
                && Collections.disjoint(orders.keySet(), other.orders.keySet());
    }

    List<ParcelStore.Touch> touches() {
        return byId.values().stream()
                .filter(p -> p.movedAt() != null || p.scannedAt() != null)
                .map(p -> new ParcelStore.Touch(p.row().id(), p.row().stage(), p.movedAt(), p.scannedAt()))
                .toList();
    }

    /** Parcels that came to their end in this transaction. */
    Set<Long> arrived() {
        return byId.values().stream()
                .filter(p -> p.movedAt() != null && over(p.row().stage()))
                .map(p -> p.row().id())
                .collect(Collectors.toCollection(HashSet::new));
    }

    static boolean over(Stage stage) {
        return stage == Stage.DELIVERED || stage == Stage.RETURNED;
    }
}
