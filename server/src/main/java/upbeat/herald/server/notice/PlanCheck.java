package upbeat.herald.server.notice;

import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.core.notice.Notice;

/**
 * Looks for one kind of thing that may be wrong with the plan. Found by itself: a further kind is one further class.
 */
public interface PlanCheck {
    /** How many days are looked back over. */
    int DAYS = 30;

    /** @param speaking the notices that are live or on trial */
    List<PlanFinding> findAll(JdbcClient db, List<Notice> speaking, Instant now);
}
