package upbeat.herald.core.exchange;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a standard document held: its scans, and entries that could not be read, by their place among all entries.
 *
 * @param bad entries that are wrong while the document as a whole is sound
 */
public record StatusDocument(List<Entry> scans, List<Bad> bad) {
    /** @param index place among the document's entries, from 0 */
    public record Entry(int index, StatusScan scan) {}

    public record Bad(int index, @Nullable String reason) {}
}
