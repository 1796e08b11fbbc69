package upbeat.herald.server.platform.persistence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.sqlite.SQLiteDataSource;

class DatabaseWriterTest {
    @TempDir
    Path folder;

    private SQLiteDataSource file;
    private DatabaseWriter writer;

    @BeforeEach
    void open() throws Exception {
        file = new SQLiteDataSource();
        file.setUrl("jdbc:sqlite:" + folder.resolve("x.db"));
        JdbcClient.create(file).sql("create table t (n integer unique)").update();
        writer = new DatabaseWriter(file, c -> JdbcClient.create(new SingleConnectionDataSource(c, true)));
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

    @Test
    void aPieceThatFailsTakesNothingWithIt() {
        var pool = Executors.newFixedThreadPool(16);
        List<CompletableFuture<Integer>> all = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            int n = i;
            all.add(CompletableFuture.supplyAsync(
                    () -> writer.write(db -> {
                        db.sql("insert into t values (?)").param(n).update();
                        if (n % 10 == 0) throw new IllegalArgumentException("no " + n);
                        return n;
                    }),
                    pool));
        }
        long failed =
                all.stream().filter(f -> f.handle((v, e) -> e != null).join()).count();
        assertThat(failed).isEqualTo(20);
        assertThat(count()).isEqualTo(180);
        pool.shutdown();
    }

    @Test
    void aRehearsalKeepsNothingAndWorkMayCallWork() {
        assertThat(writer.<Integer>dryRun(
                        db -> db.sql("insert into t values (1)").update()))
                .isEqualTo(1);
        assertThat(count()).isZero();
        assertThatThrownBy(() -> writer.write(db -> {
                    writer.write(inner -> inner.sql("insert into t values (2)").update());
                    throw new IllegalStateException("after all");
                }))
                .hasMessage("after all");
        assertThat(count()).isZero();
        assertThat(Files.exists(folder.resolve("x.db"))).isTrue();
    }

    @Test
    void theMarkMovesWithWhatIsKeptAndOnlyWithThat() {
        long before = writer.version();
        writer.dryRun(db -> db.sql("insert into t values (1)").update());
        writer.writeAside(db -> db.sql("insert into t values (2)").update());
        assertThatThrownBy(
                () -> writer.write(db -> db.sql("insert into t values (2)").update()));
        assertThat(writer.version()).isEqualTo(before);
        long[] inside = new long[1];
        writer.write(db -> {
            inside[0] = writer.version();
            return db.sql("insert into t values (3)").update();
        });
        assertThat(inside[0]).as("a piece does not count itself").isEqualTo(before);
        assertThat(writer.version()).isEqualTo(before + 1);
        assertThat(count()).isEqualTo(2);
    }

    @Test
    void aPieceKnowsOfThoseThatWaitForTheSameCommit() throws Exception {
        CountDownLatch held = new CountDownLatch(1);
        CompletableFuture<Long> first = writer.submit(db -> {
            await(held);
            return writer.version();
        });
        CompletableFuture<Long> second = writer.submit(db -> writer.version());
        CompletableFuture<Long> third = writer.submit(db -> writer.version());
        held.countDown();
        assertThat(DatabaseWriter.join(second)).isEqualTo(DatabaseWriter.join(first) + 1);
        assertThat(DatabaseWriter.join(third)).isEqualTo(DatabaseWriter.join(first) + 2);
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
