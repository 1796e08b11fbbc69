package upbeat.herald.server.planfile;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.util.List;
import upbeat.herald.server.notice.NoticeBody;

/**
 * A plan with its texts, as {@code plan-1.schema.json} describes it.
 *
 * @param format always {@link #FORMAT}
 * @param version of the format, {@link #VERSION} at the most
 * @param language of the words for everyone, BCP 47
 */
record PlanFile(String format, int version, String language, List<NamedNotice> notices) {
    static final String FORMAT = "upbeat-herald-plan";
    static final int VERSION = 1;

    /** @param id the same one means the same notice */
    record NamedNotice(String id, @JsonUnwrapped NoticeBody notice) {}
}
