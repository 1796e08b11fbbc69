package upbeat.herald.core.forecast;

import java.time.Instant;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Journey;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.ReportEffect;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;

/** A parcel as far as it is known at a moment of a replay. */
final class ReplayedParcel {
    private final long key;
    private final Parcel parcel;
    private Parcel leg;
    private final Journey.Growing way = new Journey.Growing();
    private final Set<String> announced = new HashSet<>();
    private final Set<Stage> byCarrier = EnumSet.noneOf(Stage.class);
    private final Set<Stage> byOthers = EnumSet.noneOf(Stage.class);
    private Journey journey = Journey.of(List.of());
    private @Nullable Instant lastScanAt;
    private @Nullable Instant lastKnownAt;
    private @Nullable Instant expectedSince;
    private @Nullable LocalDate expectedOn;

    ReplayedParcel(long key, Parcel parcel) {
        this.key = key;
        this.parcel = parcel;
        leg = parcel;
    }

    /** Takes a report in. @return the stages that it newly brings, as news to a customer */
    List<StageVisit> take(PastFact.ParcelReported fact) {
        if (fact.isByCarrier() && (lastScanAt == null || fact.at().isAfter(lastScanAt))) {
            lastScanAt = fact.at();
            lastKnownAt = fact.knownAt();
        }
        if (fact.expectedOn() != null && (expectedSince == null || !fact.at().isBefore(expectedSince))) {
            expectedSince = fact.at();
            expectedOn = fact.expectedOn();
        }
        Report report = fact.report();
        if (report == null) return List.of();
        (fact.isByCarrier() ? byCarrier : byOthers).add(report.stage());
        ReportEffect effect = ReportEffect.between(journey, way.add(report), report, announced);
        journey = effect.journey();
        if (journey.reached().size() > announced.size()) journey.reached().forEach(v -> announced.add(v.key()));
        return effect.news();
    }

    void forward(Parcel to) {
        leg = to;
    }

    /** As the customer can follow it. */
    Parcel leg() {
        return leg;
    }

    long key() {
        return key;
    }

    Parcel parcel() {
        return parcel;
    }

    Stage stage() {
        return journey.stage();
    }

    List<StageVisit> reached() {
        return journey.reached();
    }

    @Nullable Instant lastScanAt() {
        return lastScanAt;
    }

    /** When its carrier's silence of so long is due to be noticed; null where there is none to come. */
    @Nullable Instant silentAt(int days) {
        if (lastScanAt == null || lastKnownAt == null || !stage().isUnderway()) return null;
        Instant at = lastScanAt.plus(java.time.Duration.ofDays(days));
        return at.isBefore(lastKnownAt) ? null : at;
    }

    @Nullable Instant dispatchedAt() {
        return journey.reached().stream()
                .filter(v -> v.stage() == Stage.DISPATCHED)
                .map(StageVisit::at)
                .min(Instant::compareTo)
                .orElse(null);
    }

    /** What a message about a stage says of it. @param place among the order's parcels, from 1 */
    Leaving.About describe(Stage stage, int place) {
        boolean isReported = byCarrier.contains(stage) || !byOthers.contains(stage);
        return new Leaving.About(key, leg, place, dispatchedAt(), expectedOn, isReported);
    }
}
