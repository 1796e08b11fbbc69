package upbeat.herald.server.planfile;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.server.notice.NoticeBody;

/**
 * What taking a file in would change.
 *
 * @param mark of the plan that the file was compared with; a text, because a browser's numbers are too short for it
 */
record PlanComparison(String mark, List<NoticeComparison> notices) {
    /**
     * @param before as it stands; null where it is new
     * @param after as it would be here; null where it isn't in the file, or can't be used
     * @param texts that would be other ones, of a notice that is here already
     * @param problems why it can't be taken in; empty where it can
     */
    record NoticeComparison(
            String id,
            String name,
            Kind kind,
            @Nullable ComparedRule before,
            @Nullable ComparedRule after,
            List<TextChange> texts,
            List<String> problems) {}

    /** @param audience in words */
    record ComparedRule(NoticeBody notice, String audience) {}

    /** @param kind {@code added}, {@code changed} or {@code removed} */
    record TextChange(String channel, String language, Variant variant, String kind) {}

    enum Kind {
        ADDED,
        CHANGED,
        SAME,
        /** Not in the file; it stays as it is. */
        ONLY_HERE;

        @JsonValue
        String code() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }
}
