package upbeat.herald.server.platform.persistence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteDataSource;

/** What goes wrong under the writer: a full disk, an error that is no exception, a long line, another process. */
@Timeout(60)
class WriterTroubleTest {
    @TempDir
    Path folder;

    private SQLiteDataSource file;
    private DatabaseWriter writer;

    @BeforeEach
    void open() throws Exception {
        SQLiteConfig config = new SQLiteConfig();
        config.setJournalMode(SQLiteConfig.JournalMode.WAL);
        config.setTransactionMode(SQLiteConfig.TransactionMode.IMMEDIATE);
        config.setBusyTimeout(200);
        file = new SQLiteDataSource(config);
        file.setUrl("jdbc:sqlite:" + folder.resolve("x.db"));
        JdbcClient.create(file).sql("create table t (n integer, body blob)").update();
        writer = writer(100, Duration.ofSeconds(20));
    }

    private DatabaseWriter writer(int most, Duration patience) throws Exception {
        return new DatabaseWriter(
                file,
                c -> JdbcClient.create(new SingleConnectionDataSource(c, true)),
                new DatabaseWriter.Limits(most, patience));
    }

    @AfterEach
    void close() throws Exception {
        writer.close();
    }

    private long count() {
        return JdbcClient.create(file)
                .sql("select count(*) from t")
                .query(Long.class)
                .single();
    }

    private int put(int n) {
        return writer.write(
                db -> db.sql("insert into t (n) values (?)").param(n).update());
    }

    /** SQLite's own stand-in for a disk without room. */
    private void room(long pages) {
        writer.write(db ->
                db.sql("pragma max_page_count = " + pages).query(Long.class).single());
    }

    private void fill() {
        writer.write(db ->
                db.sql("insert into t (n, body) values (0, zeroblob(4000000))").update());
    }

    @Test
    void afterAFullDiskNothingIsKeptThatWasAnsweredWithAnErrorAndAllGoesOnByItself() {
        put(1);
        for (int i = 0; i < 3; i++) {
            room(20); // of one connection
            assertThatThrownBy(this::fill).isInstanceOf(RuntimeException.class);
        }
        assertThat(count()).as("what failed").isEqualTo(1);
        room(1_000_000);
        assertThat(put(2)).isEqualTo(1);
        assertThatThrownBy(() -> writer.write(db -> {
                    db.sql("insert into t (n) values (3)").update();
                    throw new IllegalStateException("after all");
                }))
                .hasMessage("after all");
        assertThat(count()).as("a piece that fails is taken back, as before").isEqualTo(2);
        assertThat(writer.health().isGood()).isTrue();
    }

    @Test
    void healthIsGoodAgainWithoutAnybodyWriting() {
        room(20);
        assertThatThrownBy(this::fill).isInstanceOf(RuntimeException.class);
        org.awaitility.Awaitility.await().until(() -> writer.health().isGood());
        assertThat(count()).isZero();
    }

    @Test
    void onePieceWithoutRoomTakesNoneOfItsNeighboursWithItUnsaid() throws Exception {
        room(20);
        CountDownLatch held = new CountDownLatch(1);
        CompletableFuture<Integer> first = writer.submit(db -> {
            await(held);
            return 0;
        });
        List<CompletableFuture<Integer>> pieces = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            int n = i;
            pieces.add(writer.submit(db -> n == 5
                    ? db.sql("insert into t (n, body) values (99, zeroblob(4000000))")
                            .update()
                    : db.sql("insert into t (n) values (?)").param(n).update()));
        }
        held.countDown();
        long kept = 0;
        for (CompletableFuture<Integer> piece : pieces)
            if (piece.handle((v, e) -> e == null).get(20, TimeUnit.SECONDS)) kept++;
        first.handle((v, e) -> 0).get(20, TimeUnit.SECONDS);
        assertThat(count()).as("exactly those that were told so").isEqualTo(kept);
    }

    @Test
    void anErrorThatIsNoExceptionReachesTheCallerAndTheWriterLives() {
        assertThatThrownBy(() -> writer.write(db -> {
                    db.sql("insert into t (n) values (1)").update();
                    throw new StackOverflowError("deep");
                }))
                .hasRootCauseInstanceOf(StackOverflowError.class);
        assertThat(put(2)).isEqualTo(1);
        assertThat(count()).isEqualTo(1);
    }

    @Test
    void aRehearsalInsideAnotherPieceKeepsNothingOfItself() {
        writer.write(db -> {
            db.sql("insert into t (n) values (1)").update();
            int inside = writer.dryRun(x -> {
                x.sql("insert into t (n) values (2)").update();
                return x.sql("select count(*) from t").query(Integer.class).single();
            });
            assertThat(inside).isEqualTo(2);
            return db.sql("insert into t (n) values (3)").update();
        });
        assertThat(JdbcClient.create(file)
                        .sql("select n from t order by n")
                        .query(Integer.class)
                        .list())
                .containsExactly(1, 3);
    }

    @Test
    void nobodyElseIsLockedOutWhileNothingIsWritten() {
        put(1);
        // Another process: the busy time-out of 200 ms would be up if the lock were held.
        for (int i = 0; i < 5; i++)
            assertThat(JdbcClient.create(file)
                            .sql("insert into t (n) values (7)")
                            .update())
                    .isEqualTo(1);
        assertThat(put(2)).isEqualTo(1);
    }

    @Test
    void theLineHasAnEndAndWhoFindsItFullIsToldSoAtOnce() throws Exception {
        writer.close();
        writer = writer(5, Duration.ofSeconds(20));
        CountDownLatch held = new CountDownLatch(1);
        CountDownLatch begun = new CountDownLatch(1);
        List<CompletableFuture<Integer>> waiting = new ArrayList<>();
        waiting.add(writer.submit(db -> {
            begun.countDown();
            await(held);
            return 0;
        }));
        begun.await();
        for (int i = 0; i < 5; i++)
            waiting.add(
                    writer.submit(db -> db.sql("insert into t (n) values (1)").update()));
        assertThatThrownBy(() -> put(6)).isInstanceOf(DatabaseBusyException.class);
        held.countDown();
        for (CompletableFuture<Integer> w : waiting) w.get(20, TimeUnit.SECONDS);
        assertThat(put(7)).isEqualTo(1);
    }

    @Test
    void whoWaitsTooLongIsToldSoAndHisWorkIsNotDoneBehindHisBack() throws Exception {
        writer.close();
        writer = writer(100, Duration.ofMillis(200));
        CountDownLatch held = new CountDownLatch(1);
        CountDownLatch begun = new CountDownLatch(1);
        CompletableFuture<Integer> first = writer.submit(db -> {
            begun.countDown();
            await(held);
            return 0;
        });
        begun.await();
        assertThatThrownBy(() -> put(1)).isInstanceOf(DatabaseBusyException.class);
        assertThat(writer.health().isGood())
                .as("it has been at one piece for longer than anybody waits")
                .isFalse();
        held.countDown();
        first.get(20, TimeUnit.SECONDS);
        assertThat(put(2)).isEqualTo(1);
        assertThat(JdbcClient.create(file)
                        .sql("select n from t")
                        .query(Integer.class)
                        .list())
                .containsExactly(2);
        assertThat(writer.health().isGood()).isTrue();
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
