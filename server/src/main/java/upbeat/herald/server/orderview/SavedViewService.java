package upbeat.herald.server.orderview;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.server.orderview.SavedViewRepository.View;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** Filters of the list that somebody keeps under a name. */
@Service
class SavedViewService {
    private final SavedViewRepository views;
    private final DatabaseWriter writer;

    SavedViewService(SavedViewRepository views, DatabaseWriter writer) {
        this.views = views;
        this.writer = writer;
    }

    record NewView(@Nullable String name, @Nullable String query) {}

    View keepView(NewView body) {
        String name = Texts.blankToNull(body.name());
        if (name == null || name.length() > 40) throw new HeraldException("name", "Enter a name of 1 to 40 characters");
        if (body.query() == null || body.query().length() > 1_000)
            throw new HeraldException("query", "Choose a filter first");
        long id = writer.write(db -> views.save(db, name, body.query()));
        return new View(id, name, body.query());
    }

    void dropView(long id) {
        writer.write(db -> {
            views.delete(db, id);
            return null;
        });
    }
}
