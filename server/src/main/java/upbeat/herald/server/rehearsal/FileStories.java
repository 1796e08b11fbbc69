package upbeat.herald.server.rehearsal;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;
import upbeat.herald.server.ingest.spreadsheet.PastSheet.SheetStory;

/** The orders of a file, each knowing whether its customer ordered before or again. */
final class FileStories {
    private FileStories() {}

    static List<FileStory> list(List<SheetStory> orders) {
        List<SheetStory> inTime = new ArrayList<>(orders);
        inTime.sort(Comparator.comparing(s -> s.order().placedAt()));
        Map<String, Integer> last = new HashMap<>();
        List<FileStory> found = new ArrayList<>();
        for (SheetStory story : inTime) {
            String customer = customerOf(story.order());
            Integer before = customer == null ? null : last.put(customer, found.size());
            if (before != null) {
                FileStory earlier = found.get(before);
                found.set(
                        before,
                        new FileStory(
                                earlier.story(),
                                earlier.isReturning(),
                                story.order().placedAt()));
            }
            found.add(new FileStory(story, before != null, null));
        }
        return found;
    }

    /** Orders of one e-mail address, or else of one phone number, are one customer's. */
    private static @Nullable String customerOf(Order order) {
        Order.Customer who = order.customer();
        if (who == null) return null;
        return who.email() != null ? who.email().toLowerCase(Locale.ROOT) : who.phone();
    }

    static Instant firstAt(List<FileStory> stories) {
        return stories.stream()
                .map(s -> s.story().order().placedAt())
                .min(Comparator.naturalOrder())
                .map(Objects::requireNonNull)
                .orElseThrow();
    }

    static Instant lastAt(List<FileStory> stories) {
        return stories.stream()
                .map(FileStory::lastAt)
                .max(Comparator.naturalOrder())
                .orElseThrow();
    }
}
