package upbeat.herald.server.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.platform.persistence.TestDatabase;

/** What was sent, counted as it is sent, against the messages themselves counted one by one. */
class NoticeUsageTest {
    private static final Instant NOW = Instant.parse("2026-11-24T00:00:00Z");
    private static final NoticeUsageRepository USAGE = new NoticeUsageRepository();
    private static TestDatabase database;

    @BeforeAll
    static void fill() {
        database = new TestDatabase();
        Random random = new Random(3);
        database.write(db -> {
            db.sql("insert into shop_order (id, shop, number, placed_at, payment, stage, body, source, updated_at) "
                            + "values (1, 'kites', 'N1', 0, 'prepaid', 'ordered', '{}', 'api', 0)")
                    .update();
            for (int i = 0; i < 500; i++) {
                db.sql(
                                "insert into message (id, notice_id, order_id, parcel, occasion, stage, channel, language, status, "
                                        + "stand_by, planned_at, due_at) values (?, ?, 1, ?, '1', 'ordered', ?, 'en', 'planned', '[]', 0, 0)")
                        .params("m" + i, "n" + random.nextInt(3), "p" + i, random.nextBoolean() ? "sms" : "email")
                        .update();
                if (random.nextInt(4) == 0) continue; // never sent
                long sent = NOW.minusSeconds(random.nextInt(60 * 86_400)).toEpochMilli();
                db.sql("update message set sent_at = ?, status = 'accepted', "
                                + "segments = case channel when 'sms' then ? end where id = ?")
                        .params(sent, 1 + random.nextInt(4), "m" + i)
                        .update();
                // What comes after sending doesn't count again.
                db.sql("update message set delivered_at = ?, status = 'delivered', sent_at = sent_at where id = ?")
                        .params(sent + 1, "m" + i)
                        .update();
            }
            return null;
        });
    }

    @AfterAll
    static void close() {
        database.close();
    }

    @Test
    void theCountsAreThoseOfTheMessages() {
        for (int days : new int[] {0, 1, 7, 30, 90}) {
            Instant since = NOW.minus(Duration.ofDays(days));
            Map<String, Map<String, NoticeUsageRepository.Sent>> counted = USAGE.countSent(database.reader, since);
            int[] rows = {0};
            database.reader
                    .sql(
                            "select notice_id, channel, count(*), max(segments) from message where sent_at >= ? group by 1, 2")
                    .param(since.toEpochMilli())
                    .query(rs -> {
                        rows[0]++;
                        NoticeUsageRepository.Sent sent =
                                counted.get(rs.getString(1)).get(rs.getString(2));
                        assertThat(sent.count()).isEqualTo(rs.getInt(3));
                        int longest = rs.getInt(4);
                        assertThat(sent.segments()).isEqualTo(rs.wasNull() ? null : Integer.valueOf(longest));
                    });
            assertThat(counted.values().stream().mapToInt(Map::size).sum()).isEqualTo(rows[0]);
        }
    }

    @Test
    void whatIsTakenBackIsNotCounted() {
        int before = total();
        database.writer.dryRun(db -> db.sql("update message set sent_at = ? where sent_at is null")
                .param(NOW.toEpochMilli())
                .update());
        assertThat(total()).isEqualTo(before);
    }

    private static int total() {
        return USAGE.countSent(database.reader, Instant.EPOCH).values().stream()
                .flatMap(m -> m.values().stream())
                .mapToInt(NoticeUsageRepository.Sent::count)
                .sum();
    }
}
