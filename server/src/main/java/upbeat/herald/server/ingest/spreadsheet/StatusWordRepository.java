package upbeat.herald.server.ingest.spreadsheet;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Stage;

/** Words of status columns whose meaning a person gave. They hold for every file. */
@Repository
class StatusWordRepository {
    private static final String SAVE =
            "insert into status_word (word, stage) values (?, ?) on conflict (word) do update set stage = excluded.stage";

    StatusWords findAll(JdbcClient db) {
        Map<String, Optional<Stage>> taught = new HashMap<>();
        db.sql("select word, stage from status_word").query(rs -> {
            taught.put(rs.getString(1), Stage.fromCode(rs.getString(2)));
        });
        return new StatusWords(taught);
    }

    /** @param stage null for a word that means nothing */
    void save(JdbcClient db, String word, @Nullable Stage stage) {
        db.sql(SAVE)
                .params(StatusWords.normalize(word), stage == null ? null : stage.code())
                .update();
    }
}
