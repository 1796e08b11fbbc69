package upbeat.herald.core.exchange.mapping;

import java.util.List;

/**
 * Where a value stands, and how it is brought into our notation.
 *
 * @param path JSONPath (RFC 9535) from the document, or from the entry of a list
 * @param steps formatters, applied in turn
 */
public record Pointer(String path, List<Step> steps) {
    public Pointer {
        steps = steps == null ? List.of() : List.copyOf(steps);
    }
}
