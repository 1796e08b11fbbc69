package upbeat.herald.server.planfile;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.server.notice.NoticeBody;
import upbeat.herald.server.notice.SeriesBody;

/**
 * A plan with its texts, as {@code plan-1.schema.json} describes it.
 *
 * @param format always {@link #FORMAT}
 * @param version of the format, {@link #VERSION} at the most
 * @param language of the words for everyone, BCP 47
 * @param series that notices are in; null for none
 */
record PlanFile(
        String format,
        int version,
        String language,
        @Nullable List<NamedSeries> series,
        List<NamedNotice> notices) {
    static final String FORMAT = "upbeat-herald-plan";
    static final int VERSION = 1;

    PlanFile {
        series = series == null ? List.of() : List.copyOf(series);
    }

    /** @param id the same one means the same notice */
    record NamedNotice(String id, @JsonUnwrapped NoticeBody notice) {}

    /** @param id the same one means the same series */
    record NamedSeries(String id, @JsonUnwrapped SeriesBody series) {}
}
