package upbeat.herald.server.wording;

import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingDifference;
import upbeat.herald.core.wording.Wording;

/** The history of texts that come with a whole notice, and not one by one from Wording. */
@Component
public class WordingHistory {
    private final WordingVersionRepository versions;

    WordingHistory(WordingVersionRepository versions) {
        this.versions = versions;
    }

    /**
     * Keeps what every text was and is, where they differ.
     *
     * @param before null where the notice is new
     * @param base language of the words for everyone
     */
    public void record(JdbcClient db, @Nullable Notice before, Notice after, String base, Instant now, String by) {
        for (WordingDifference.Change change : WordingDifference.list(before, after, base)) {
            WordingKey key = new WordingKey(after.id(), change.channel(), change.language(), change.variant());
            insert(db, key, change.before(), change.after(), now, by);
        }
    }

    /** What came with the product, or before there was a history, is a version too. */
    void insert(
            JdbcClient db, WordingKey key, @Nullable Wording before, @Nullable Wording after, Instant now, String by) {
        if (before != null && versions.findVersions(db, key).isEmpty()) versions.insert(db, key, before, now, "");
        versions.insert(db, key, after, now, by);
    }
}
