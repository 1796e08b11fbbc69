package upbeat.herald.server.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** The plan is kept in memory; nobody may ever see another one than the database holds. */
class NoticeRepositoryTest extends OwnAppTestCase {
    private static final Instant NOW = Instant.parse("2026-11-24T12:00:00Z");
    private final NoticeRepository notices = app.context.getBean(NoticeRepository.class);
    private final DatabaseWriter writer = app.context.getBean(DatabaseWriter.class);
    private final JdbcClient reader = app.context.getBean(JdbcClient.class);

    private List<String> ids() {
        return notices.findAll(reader).stream().map(Notice::id).toList();
    }

    @Test
    void isReadOnceWhileNothingChanges() {
        assertThat(notices.findAll(reader)).isNotEmpty().isSameAs(notices.findAll(reader));
        assertThat(notices.find(reader, "no-such-notice")).isEmpty();
    }

    @Test
    void aChangeIsSeenByTheOneWhoMakesItAndAfterItsCommitByAll() {
        Notice first = notices.findAll(reader).get(0);
        List<String> before = ids();
        writer.write(db -> {
            notices.delete(db, first.id());
            assertThat(notices.findAll(db)).extracting(Notice::id).doesNotContain(first.id());
            assertThat(ids()).as("outside, while it is not committed").isEqualTo(before);
            return null;
        });
        assertThat(ids()).doesNotContain(first.id()).hasSize(before.size() - 1);
        writer.write(db -> {
            notices.save(db, first, NOW);
            return null;
        });
        assertThat(ids()).containsExactlyInAnyOrderElementsOf(before);
    }

    @Test
    void whatIsTakenBackLeavesNothingBehindAndNeitherDoTwoChangesAfterEachOther() {
        List<Notice> before = notices.findAll(reader);
        String one = before.get(0).id();
        String other = before.get(1).id();
        writer.dryRun(db -> {
            notices.delete(db, one);
            return notices.findAll(db);
        });
        assertThat(notices.findAll(reader)).isEqualTo(before);
        assertThatThrownBy(() -> writer.write(db -> {
                    notices.delete(db, one);
                    assertThat(notices.findAll(db)).hasSize(before.size() - 1);
                    throw new IllegalStateException("after all");
                }))
                .hasMessage("after all");
        // The next change must not be taken for the one that was rolled back, though it is the next one of the same
        // plan.
        writer.dryRun(db -> {
            notices.delete(db, other);
            assertThat(notices.findAll(db)).extracting(Notice::id).contains(one).doesNotContain(other);
            return null;
        });
        assertThat(notices.findAll(reader)).isEqualTo(before);
    }
}
