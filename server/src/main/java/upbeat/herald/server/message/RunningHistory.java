package upbeat.herald.server.message;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import upbeat.herald.core.audience.OrderBackground;
import upbeat.herald.core.notice.History;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.order.AnswerRepository.AnswerRow;

/** What an order heard and answered, as it grows within a transaction. */
public final class RunningHistory {
    private final Set<String> said;
    private final Map<String, String> answers;
    private final boolean refused;
    private final Set<Channel> stopped;
    private final OrderBackground background;
    private final Map<Channel, String> team;
    private final Set<String> seriesLeft;

    /**
     * @param said keys made by {@link History#key}; {@code stopped} whose address is on the stop list; {@code team} its
     *     own addresses; {@code seriesLeft} ids of the series it was taken out of
     */
    public RunningHistory(
            Set<String> said,
            List<AnswerRow> answers,
            Set<Channel> stopped,
            OrderBackground background,
            Map<Channel, String> team,
            Set<String> seriesLeft) {
        this.team = team;
        this.seriesLeft = seriesLeft;
        this.stopped = stopped;
        this.background = background;
        this.said = new HashSet<>(said);
        this.answers = answers.stream().collect(Collectors.toMap(AnswerRow::noticeId, AnswerRow::button));
        refused = answers.stream().anyMatch(AnswerRow::refuses);
    }

    void add(String key) {
        said.add(key);
    }

    public History toHistory() {
        return new History(said, answers, refused, stopped, background, team, seriesLeft);
    }
}
