package upbeat.herald.server.platform.changes;

import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.persistence.Acting;
import upbeat.herald.server.platform.persistence.ActingPerson;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** Notes what people do that changes no row of the set-up; what does is noted by the tables themselves. */
@Component
public class ChangeLog {
    private final ChangeLogRepository changes;
    private final ActingPerson person;
    private final DatabaseWriter writer;

    ChangeLog(ChangeLogRepository changes, ActingPerson person, DatabaseWriter writer) {
        this.changes = changes;
        this.person = person;
        this.writer = writer;
    }

    /** That somebody takes data out; nothing is handed out before it is on disk. */
    public void noteExport(String subject, Map<String, ?> details) {
        Acting by = person.find().orElse(null);
        if (by == null) return;
        writer.writeAside(db -> {
            changes.insert(db, by.name(), "export", subject, "exported", details, by.at());
            return null;
        });
    }

    /** Within the caller's transaction. @param by who does it */
    public void noteErasure(JdbcClient db, Acting by, String subject, Map<String, ?> details) {
        changes.insert(db, by.name(), "erasure", subject, "erased", details, by.at());
    }
}
