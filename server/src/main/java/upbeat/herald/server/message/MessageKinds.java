package upbeat.herald.server.message;

import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The kinds of messages there are, at hand; there may be some thousands. */
@Component
public class MessageKinds {
    private final MessageTallyRepository repository;
    private List<MessageKind> known = List.of();

    MessageKinds(MessageTallyRepository repository) {
        this.repository = repository;
    }

    public synchronized List<MessageKind> list(JdbcClient db) {
        int last = known.isEmpty() ? 0 : known.get(known.size() - 1).id();
        List<MessageKind> fresh = repository.findKinds(db, last);
        if (!fresh.isEmpty()) {
            List<MessageKind> all = new ArrayList<>(known);
            all.addAll(fresh);
            known = List.copyOf(all);
        }
        return known;
    }
}
