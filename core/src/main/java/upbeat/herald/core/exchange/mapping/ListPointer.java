package upbeat.herald.core.exchange.mapping;

import java.util.Map;

/**
 * A list that repeats by itself: each entry found gives one item or parcel.
 *
 * @param path JSONPath of the entries, {@code $.lines[*]}
 * @param fields by the target's name without the list's, paths from the entry
 */
public record ListPointer(String path, Map<String, Pointer> fields) {
    public ListPointer {
        fields = fields == null ? Map.of() : Map.copyOf(fields);
    }
}
