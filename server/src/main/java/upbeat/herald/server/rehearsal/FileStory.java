package upbeat.herald.server.rehearsal;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.forecast.OrderPast;
import upbeat.herald.core.forecast.PastFact;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.timing.CustomerClock;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.ingest.spreadsheet.PastSheet.SheetEvent;
import upbeat.herald.server.ingest.spreadsheet.PastSheet.SheetStory;

/**
 * An order of a file with what happened to it.
 *
 * @param isReturning true where the same customer ordered before, in the file
 * @param nextOrderAt when they ordered again, in the file; or null
 */
record FileStory(
        SheetStory story, boolean isReturning, @Nullable Instant nextOrderAt) {
    /** Ids of orders never get there, and a browser can still count it. */
    static final long FIRST_ID = 1L << 52;

    /** Everything became known when it happened: a file says nothing else. */
    OrderPast toPast(long id, Set<Channel> stopped) {
        Order order = story.order();
        List<PastFact> facts = new ArrayList<>();
        Instant placed = order.placedAt();
        facts.add(new PastFact.OrderReached(new StageVisit(Stage.ORDERED, StageVisit.ONCE, placed, false), placed));
        if (nextOrderAt != null) facts.add(new PastFact.OrderedAgain(nextOrderAt));
        List<SheetEvent> events = new ArrayList<>(story.events());
        events.sort(Comparator.comparing(SheetEvent::at));
        Map<Parcel, Long> keys = new LinkedHashMap<>();
        for (SheetEvent event : events) facts.addAll(describe(order, event, keys, facts.size()));
        facts.sort(Comparator.comparing(PastFact::knownAt));
        return new OrderPast(id, order, facts, stopped, isReturning);
    }

    private static List<PastFact> describe(Order order, SheetEvent event, Map<Parcel, Long> keys, int number) {
        Instant at = event.at();
        Parcel parcel = event.parcel();
        if (parcel == null)
            return event.stage() == null
                    ? List.of()
                    : List.of(new PastFact.OrderReached(new StageVisit(event.stage(), StageVisit.ONCE, at, false), at));
        List<PastFact> facts = new ArrayList<>();
        Long key = keys.get(parcel);
        if (key == null) {
            key = (long) keys.size() + 1;
            keys.put(parcel, key);
            facts.add(new PastFact.ParcelAdded(key, parcel, at));
        }
        String day = at.atZone(CustomerClock.of(order).likely()).toLocalDate().toString();
        Report report = event.stage() == null ? null : new Report("file-" + number, event.stage(), at, day);
        facts.add(new PastFact.ParcelReported(key, report, at, null, event.isByCarrier(), null, at));
        return facts;
    }

    /** The last thing that happened. */
    Instant lastAt() {
        return story.events().stream()
                .map(SheetEvent::at)
                .max(Comparator.naturalOrder())
                .filter(at -> at.isAfter(story.order().placedAt()))
                .orElse(story.order().placedAt());
    }
}
