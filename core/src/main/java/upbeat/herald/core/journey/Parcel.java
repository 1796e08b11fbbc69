package upbeat.herald.core.journey;

import java.util.List;

/**
 * One parcel of an order.
 *
 * @param carrier the carrier's key
 * @param items what is inside; empty where nobody said, which then means everything
 */
public record Parcel(String carrier, String trackingNumber, List<Content> items) {
    public Parcel {
        items = List.copyOf(items);
    }

    /** @param quantity pieces, 1 or more */
    public record Content(String sku, int quantity) {}
}
