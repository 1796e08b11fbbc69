package upbeat.herald.server.ingest.spreadsheet;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;

/**
 * Orders and what happened to them, as a file tells it. Nothing of it is kept as an order.
 *
 * @param orders in the order of the file
 * @param faults rows that can't be used, and why
 */
public record PastSheet(List<SheetStory> orders, List<SheetFault> faults) {

    public record SheetStory(Order order, List<SheetEvent> events) {}

    /**
     * @param parcel null where it happened to the order as a whole
     * @param stage null where nobody reads the carrier's code
     * @param isByCarrier true where the row has the carrier's code
     */
    public record SheetEvent(
            @Nullable Parcel parcel, @Nullable Stage stage, Instant at, boolean isByCarrier) {}

    /** @param line in the file, the heading is line 1 */
    public record SheetFault(long line, String reason) {}
}
