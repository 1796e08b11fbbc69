package upbeat.herald.server.manual;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** What is common to all that is done by hand. */
final class ManualChange {
    /** Who says so, where a fact's source is asked for. */
    static final String SOURCE = "hand";

    private ManualChange() {}

    /**
     * @param changeId to undo it by; {@code done} how many orders; {@code refused} why others were not
     * @param askedToCancel numbers of orders left alone because their customers asked to cancel them
     * @param undoSeconds how long its messages wait; until then undoing it undoes all of it
     */
    record Done(
            @Nullable Long changeId,
            String what,
            int done,
            int messages,
            List<String> refused,
            List<String> askedToCancel,
            long undoSeconds) {
        Done(@Nullable Long changeId, String what, int done, int messages, List<String> refused) {
            this(changeId, what, done, messages, refused, List.of(), 0);
        }

        Done withUndoSeconds(long seconds) {
            return new Done(changeId, what, done, messages, refused, askedToCancel, seconds);
        }
    }
}
