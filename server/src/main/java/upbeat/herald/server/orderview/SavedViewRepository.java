package upbeat.herald.server.orderview;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Filters of the list of orders that people saved under a name. */
@Repository
class SavedViewRepository {
    private static final String SAVE = """
            insert into saved_view (name, query) values (?, ?)
            on conflict (name) do update set query = excluded.query returning id""";

    /** @param query the filter as the interface writes it into its address */
    record View(long id, String name, String query) {}

    List<View> findAll(JdbcClient db) {
        return db.sql("select id, name, query from saved_view order by name")
                .query((rs, i) -> new View(rs.getLong(1), rs.getString(2), rs.getString(3)))
                .list();
    }

    /** Saves a view, in place of one of the same name. @return its id */
    long save(JdbcClient db, String name, @Nullable String query) {
        return db.sql(SAVE).params(name, query).query(Long.class).single();
    }

    void delete(JdbcClient db, long id) {
        db.sql("delete from saved_view where id = ?").param(id).update();
    }
}
