package upbeat.herald.server.manual;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** What is common to all that is done by hand. */
final class ManualChange {
    /** Who says so, where a fact's source is asked for. */
    static final String SOURCE = "hand";

    private ManualChange() {}

    /** @param deed id to undo it by; {@code done} how many orders; {@code refused} why others were not */
    record Done(@Nullable Long deed, String what, int done, int messages, List<String> refused) {}
}
