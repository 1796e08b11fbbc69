package upbeat.herald.server.message;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Which kinds of messages are meant.
 *
 * @param wanted one of these values in each of these dimensions; a dimension that isn't there may be anything
 */
public record MessageFilter(Map<MessageDimension, Set<String>> wanted) {
    public static final MessageFilter ANY = new MessageFilter(Map.of());

    public MessageFilter {
        wanted = Map.copyOf(wanted);
    }

    public boolean fits(MessageKind kind) {
        return fits(kind, null);
    }

    /** The same where one dimension doesn't count. */
    public boolean fits(MessageKind kind, @Nullable MessageDimension except) {
        for (Map.Entry<MessageDimension, Set<String>> want : wanted.entrySet())
            if (want.getKey() != except && !want.getValue().contains(kind.get(want.getKey()))) return false;
        return true;
    }

    /** The ids of those that fit. */
    public Set<Integer> findIds(List<MessageKind> kinds) {
        return kinds.stream().filter(this::fits).map(MessageKind::id).collect(java.util.stream.Collectors.toSet());
    }
}
