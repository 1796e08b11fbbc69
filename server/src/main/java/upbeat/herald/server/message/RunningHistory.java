package upbeat.herald.server.message;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import upbeat.herald.core.notice.History;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.order.AnswerRepository.AnswerRow;

/** What an order heard and answered, as it grows within a transaction. */
public final class RunningHistory {
    private final Set<String> said;
    private final Set<String> answered;
    private final boolean refused;
    private final Set<Channel> stopped;

    /** @param said keys made by {@link History#key}; {@code stopped} whose address is on the stop list */
    public RunningHistory(Set<String> said, List<AnswerRow> answers, Set<Channel> stopped) {
        this.stopped = stopped;
        this.said = new HashSet<>(said);
        answered = answers.stream().map(AnswerRow::noticeId).collect(Collectors.toSet());
        refused = answers.stream().anyMatch(AnswerRow::refuses);
    }

    void add(String key) {
        said.add(key);
    }

    public History toHistory() {
        return new History(said, answered, refused, stopped);
    }
}
