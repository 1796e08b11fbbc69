package upbeat.herald.core.exchange;

import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;

/**
 * An event as CloudEvents 1.0 has it, with what is of use here.
 *
 * @param source, id together name the event
 * @param subject what it is about, or null
 * @param data its JSON data, or null where it has none
 */
public record CloudEvent(
        String source,
        String id,
        String type,
        @Nullable String subject,
        @Nullable JsonNode data) {}
