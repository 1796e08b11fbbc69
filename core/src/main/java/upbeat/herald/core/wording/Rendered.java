package upbeat.herald.core.wording;

import org.jspecify.annotations.Nullable;

/**
 * A message as it leaves.
 *
 * @param subject of an e-mail, else null
 * @param text what is read as plain text
 * @param html of an e-mail, else null
 * @param details what only the channel itself understands, or null
 */
public record Rendered(
        @Nullable String subject,
        String text,
        @Nullable String html,
        @Nullable Details details) {
    /** What a channel needs besides the words to hand a message over. */
    public interface Details {
        /** Units a network charges for, or null where it does not count any. */
        default @Nullable Integer segments() {
            return null;
        }
    }

    /** Units a network charges for, or null where it does not count any. */
    public @Nullable Integer segments() {
        return details == null ? null : details.segments();
    }
}
