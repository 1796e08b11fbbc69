package upbeat.herald.server.plan;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import upbeat.herald.core.plan.History;
import upbeat.herald.server.answers.AnswerStore.AnswerRow;

/** What an order heard and answered, as it grows within a transaction. */
public final class OpenHistory {
    private final Set<String> said;
    private final Set<String> answered;
    private final boolean refused;

    /** @param said keys made by {@link History#key} */
    public OpenHistory(Set<String> said, List<AnswerRow> answers) {
        this.said = new HashSet<>(said);
        answered = answers.stream().map(AnswerRow::noticeId).collect(Collectors.toSet());
        refused = answers.stream().anyMatch(AnswerRow::refuses);
    }

    void say(String key) {
        said.add(key);
    }

    public History history() {
        return new History(said, answered, refused);
    }
}
