package upbeat.herald.server.message;

import java.util.Map;

/**
 * What all messages of one kind have in common. Kinds are only ever added and never change.
 *
 * @param values of every dimension; empty text where there is none
 */
public record MessageKind(int id, Map<MessageDimension, String> values) {
    public String get(MessageDimension dimension) {
        return values.getOrDefault(dimension, "");
    }
}
