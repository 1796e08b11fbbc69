package upbeat.herald.core.forecast;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.audience.OrderBackground;
import upbeat.herald.core.journey.Journey;
import upbeat.herald.core.journey.OrderStage;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.notice.Effects;
import upbeat.herald.core.notice.History;
import upbeat.herald.core.notice.OrderSituation;
import upbeat.herald.core.returns.CustomerReturn;

/** An order as far as it is known at a moment of its replay. */
final class ReplayState {
    private final OrderPast past;
    private final boolean needsBackground;
    private final Map<Long, ReplayedParcel> parcels = new LinkedHashMap<>();
    private final List<StageVisit> own = new ArrayList<>();
    private final Set<String> said = new HashSet<>();
    private final Set<String> sentNotices = new HashSet<>();
    private final Map<String, String> answers = new HashMap<>();
    private final Set<String> tags = new HashSet<>();
    private final Set<String> removedTags = new HashSet<>();
    private final Set<String> seriesLeft = new HashSet<>();
    private final Map<Long, CustomerReturn> returns = new LinkedHashMap<>();
    private boolean hasOrderedAgain;
    private boolean isCovered;
    private boolean isRefused;
    private @Nullable Stage ended;
    private @Nullable Instant heldUntil;
    private @Nullable History history;
    private @Nullable OrderSituation situation;
    private @Nullable ReplayedParcel situationOf;

    /** @param needsBackground false where no condition of the plan asks for more than the order's document */
    ReplayState(OrderPast past, boolean needsBackground) {
        this.past = past;
        this.needsBackground = needsBackground;
    }

    /** The order as a whole came to a stage. */
    void reachStage(StageVisit visit) {
        own.add(visit);
        situation = null;
        if (visit.stage().isOrderStage() && visit.stage() != Stage.ORDERED) ended = visit.stage();
    }

    void addParcel(PastFact.ParcelAdded fact) {
        parcels.put(fact.key(), new ReplayedParcel(fact.key(), fact.parcel()));
        isCovered = OrderStage.isCovered(
                past.order(),
                parcels.values().stream().map(ReplayedParcel::parcel).toList());
        history = null;
        situation = null;
    }

    /** @return the stages that it newly brings */
    List<StageVisit> takeReport(ReplayedParcel parcel, PastFact.ParcelReported fact) {
        if (fact.heldUntil() != null && (heldUntil == null || fact.heldUntil().isAfter(heldUntil)))
            heldUntil = fact.heldUntil();
        history = null;
        situation = null;
        return parcel.take(fact);
    }

    void takeAnswer(PastFact.Answered fact) {
        answers.put(fact.noticeId(), fact.button());
        isRefused |= fact.isRefusal();
        history = null;
    }

    void addTag(String tag) {
        tags.add(tag);
        removedTags.remove(tag);
        history = null;
    }

    /** What a notice does to the order's tags once it was sent. */
    void applyTags(Effects effects) {
        effects.addTags().forEach(this::addTag);
        effects.removeTags().forEach(tags::remove);
        removedTags.addAll(effects.removeTags());
        history = null;
    }

    /** True where that would change something. */
    boolean isTaggedBy(Effects effects) {
        Set<String> borne = background().tagsOf(past.order());
        return !borne.containsAll(effects.addTags())
                || effects.removeTags().stream().anyMatch(borne::contains);
    }

    void orderAgain() {
        hasOrderedAgain = true;
        history = null;
    }

    void addReturn(CustomerReturn content) {
        returns.put(content.id(), content);
    }

    /** The return an occasion is about, else the newest; null where there is none. */
    @Nullable CustomerReturn findReturn(String occasion) {
        OptionalLong id = StageVisit.findReturn(occasion);
        if (id.isPresent()) return returns.get(id.getAsLong());
        return returns.values().stream().reduce((a, b) -> b).orElse(null);
    }

    void leaveSeries(String id) {
        seriesLeft.add(id);
        history = null;
    }

    /** Something was decided, and is not decided again. @param key see {@link History#key} */
    void markSaid(String key) {
        said.add(key);
    }

    /** A notice has a message on the order. */
    void markSent(String noticeId) {
        if (sentNotices.add(noticeId)) history = null;
    }

    @Nullable ReplayedParcel findParcel(@Nullable Long key) {
        return key == null ? null : parcels.get(key);
    }

    Collection<ReplayedParcel> parcels() {
        return parcels.values();
    }

    /** All parcels, as their customer can follow them. */
    List<Parcel> listLegs() {
        return parcels.values().stream().map(ReplayedParcel::leg).toList();
    }

    /** Place of a parcel among the order's, from 1. */
    int placeOf(ReplayedParcel parcel) {
        int place = 1;
        for (ReplayedParcel p : parcels.values()) {
            if (p == parcel) return place;
            place++;
        }
        return place;
    }

    /** A visit to a stage. @param parcel null for one of the order */
    record Reached(@Nullable ReplayedParcel parcel, StageVisit visit) {}

    /** What was reached so far, the order's own first. */
    List<Reached> listReached() {
        List<Reached> all = new ArrayList<>();
        own.forEach(v -> all.add(new Reached(null, v)));
        parcels.values().forEach(p -> p.reached().forEach(v -> all.add(new Reached(p, v))));
        return all;
    }

    /** As long as nothing changes, it is asked for the same parcel again and again. */
    OrderSituation situation(@Nullable ReplayedParcel parcel) {
        if (situation == null || parcel != situationOf) {
            situation = describe(parcel);
            situationOf = parcel;
        }
        return situation;
    }

    private OrderSituation describe(@Nullable ReplayedParcel parcel) {
        Stage marked = parcels.isEmpty() ? ownStage() : null;
        List<Stage> stages = new ArrayList<>(parcels.size());
        for (ReplayedParcel p : parcels.values()) stages.add(p.stage());
        return new OrderSituation(
                past.order(),
                parcel == null ? null : parcel.parcel(),
                parcel == null ? marked : parcel.stage(),
                marked == null ? stages : List.of(marked),
                marked != null || isCovered,
                ended,
                parcel == null ? null : parcel.lastScanAt(),
                heldUntil);
    }

    /** Where an order without a parcel was marked to be; null where nobody did. */
    private @Nullable Stage ownStage() {
        if (own.stream().allMatch(v -> v.stage().isOrderStage())) return null;
        return Journey.of(own.stream()
                        .map(v -> new Report(v.stage().code(), v.stage(), v.at(), v.occasion()))
                        .toList())
                .stage();
    }

    History history() {
        if (history == null)
            history = new History(
                    said,
                    answers,
                    isRefused,
                    past.stopped(),
                    needsBackground ? background() : OrderBackground.NONE,
                    Map.of(),
                    seriesLeft);
        return history;
    }

    /** As it is now, whatever comes later. */
    History copyHistory() {
        History now = history();
        return new History(
                now.sentKeys(),
                Map.copyOf(answers),
                now.isRefused(),
                now.stoppedChannels(),
                now.background(),
                now.teamAddresses(),
                Set.copyOf(seriesLeft));
    }

    private OrderBackground background() {
        return new OrderBackground(
                parcels.values().stream().map(p -> p.parcel().carrier()).collect(Collectors.toSet()),
                tags,
                removedTags,
                past.isReturning(),
                hasOrderedAgain,
                parcels.values().stream()
                        .map(ReplayedParcel::dispatchedAt)
                        .filter(java.util.Objects::nonNull)
                        .min(Instant::compareTo)
                        .orElse(null),
                sentNotices);
    }
}
