package upbeat.herald.server.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.server.OwnApp;
import upbeat.herald.server.storage.Writer;

/** The plan is kept in memory; nobody may ever see another one than the database holds. */
class NoticeStoreTest extends OwnApp {
    private static final Instant NOW = Instant.parse("2026-11-24T12:00:00Z");
    private final NoticeStore notices = app.context.getBean(NoticeStore.class);
    private final Writer writer = app.context.getBean(Writer.class);
    private final JdbcClient reader = app.context.getBean(JdbcClient.class);

    private List<String> ids() {
        return notices.all(reader).stream().map(Notice::id).toList();
    }

    @Test
    void isReadOnceWhileNothingChanges() {
        assertThat(notices.all(reader)).isNotEmpty().isSameAs(notices.all(reader));
        assertThat(notices.find(reader, "no-such-notice")).isEmpty();
    }

    @Test
    void aChangeIsSeenByTheOneWhoMakesItAndAfterItsCommitByAll() {
        Notice first = notices.all(reader).get(0);
        List<String> before = ids();
        writer.write(db -> {
            notices.remove(db, first.id());
            assertThat(notices.all(db)).extracting(Notice::id).doesNotContain(first.id());
            assertThat(ids()).as("outside, while it is not committed").isEqualTo(before);
            return null;
        });
        assertThat(ids()).doesNotContain(first.id()).hasSize(before.size() - 1);
        writer.write(db -> {
            notices.put(db, first, NOW);
            return null;
        });
        assertThat(ids()).containsExactlyInAnyOrderElementsOf(before);
    }

    @Test
    void whatIsTakenBackLeavesNothingBehindAndNeitherDoTwoChangesAfterEachOther() {
        List<Notice> before = notices.all(reader);
        String one = before.get(0).id();
        String other = before.get(1).id();
        writer.rehearse(db -> {
            notices.remove(db, one);
            return notices.all(db);
        });
        assertThat(notices.all(reader)).isEqualTo(before);
        assertThatThrownBy(() -> writer.write(db -> {
                    notices.remove(db, one);
                    assertThat(notices.all(db)).hasSize(before.size() - 1);
                    throw new IllegalStateException("after all");
                }))
                .hasMessage("after all");
        // The next change must not be taken for the one that was rolled back, though it is the next one of the same
        // plan.
        writer.rehearse(db -> {
            notices.remove(db, other);
            assertThat(notices.all(db)).extracting(Notice::id).contains(one).doesNotContain(other);
            return null;
        });
        assertThat(notices.all(reader)).isEqualTo(before);
    }
}
