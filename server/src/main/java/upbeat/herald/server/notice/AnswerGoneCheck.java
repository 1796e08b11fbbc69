package upbeat.herald.server.notice;

import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;

/** A notice that follows an answer which nobody is asked for any more. */
@Component
class AnswerGoneCheck implements PlanCheck {
    private final PlanContextLoader contexts;

    AnswerGoneCheck(PlanContextLoader contexts) {
        this.contexts = contexts;
    }

    @Override
    public List<PlanFinding> findAll(JdbcClient db, List<Notice> speaking, Instant now) {
        PlanContext context = contexts.load(db);
        return speaking.stream()
                .filter(n -> n.timing().trigger().answer() != null
                        && context.findAsked(n.timing().trigger().answer()).isEmpty())
                .map(n -> new PlanFinding(
                        PlanFinding.Kind.ANSWER_GONE,
                        n.id(),
                        null,
                        "It follows an answer that no notice asks for any more, so it's never sent",
                        0))
                .toList();
    }
}
