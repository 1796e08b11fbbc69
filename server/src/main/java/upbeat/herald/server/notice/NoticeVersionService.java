package upbeat.herald.server.notice;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.notice.Notice;

/** Every rule a notice had, for whoever wants to know or go back. */
@Service
class NoticeVersionService {
    private static final int MOST_VERSIONS = 200;

    private final NoticeVersionRepository versions;
    private final PlanNames names;
    private final JdbcClient reader;

    NoticeVersionService(NoticeVersionRepository versions, PlanNames names, JdbcClient reader) {
        this.versions = versions;
        this.names = names;
        this.reader = reader;
    }

    /**
     * @param notice without its texts; null where it was deleted then
     * @param audience in words; {@code by} empty where nobody knows
     */
    record NoticeVersionView(
            long id, @Nullable NoticeBody notice, @Nullable String audience, Instant at, String by) {}

    List<NoticeVersionView> listVersions(String id) {
        ConditionNames words = names.load(reader);
        return versions.find(reader, id, MOST_VERSIONS).stream()
                .map(v -> {
                    Notice n = v.notice();
                    return new NoticeVersionView(
                            v.id(),
                            n == null ? null : NoticeBody.of(n).withoutWordings(),
                            n == null ? null : n.audience().describe(words),
                            v.at(),
                            v.by());
                })
                .toList();
    }
}
