package upbeat.herald.server.platform.persistence;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Savepoint;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.function.Function;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The one thread that writes. Work that waits in line is put into one transaction and committed together, so that many
 * small writes pay for one flush to disk; each piece has a savepoint of its own, so that one that fails takes nothing
 * with it. {@link #write} returns after the commit.
 */
public final class DatabaseWriter implements AutoCloseable {
    private static final int MOST_TOGETHER = 256;
    /**
     * Pages of 4 KiB in the log before they are carried over: 64 MB. At SQLite's own 1,000 a busy day is carried over
     * with every commit.
     */
    private static final int CHECKPOINT_PAGES = 16_000;

    /**
     * What is to become of a piece: it is kept and counted, kept without being counted (see {@link #mark}), or taken
     * back.
     */
    private enum Fate {
        COUNTED,
        ASIDE,
        TAKEN_BACK
    }

    private record WriteTask<T>(Function<JdbcClient, T> work, Fate fate, CompletableFuture<T> done) {
        T result(JdbcClient db) {
            return work.apply(db);
        }
    }

    private final BlockingQueue<WriteTask<?>> queue = new LinkedBlockingQueue<>();
    private final Connection connection;
    private final JdbcClient db;
    private final Thread thread;
    private volatile boolean closed;
    /**
     * Pieces kept so far: on the writer's thread with those of the open transaction, for everybody else those that are
     * on disk.
     */
    private long counted;

    private volatile long onDisk;

    public DatabaseWriter(DataSource source, Function<Connection, JdbcClient> clientFor) throws SQLException {
        connection = source.getConnection();
        try (java.sql.Statement pragma = connection.createStatement()) {
            pragma.execute("pragma wal_autocheckpoint = " + CHECKPOINT_PAGES);
        }
        connection.setAutoCommit(false);
        db = clientFor.apply(connection);
        thread = new Thread(this::run, "herald-writer");
        thread.setDaemon(true);
        thread.start();
    }

    /**
     * Does the work in a transaction and returns when it is on disk. Work that calls again from inside joins its own
     * transaction.
     */
    public <T> T write(Function<JdbcClient, T> work) {
        return submit(work, Fate.COUNTED);
    }

    /**
     * As {@link #write}, for work that says nothing new of an order: how far a message has come. What others worked out
     * before holds after it, see {@link #mark}.
     */
    public <T> T writeAside(Function<JdbcClient, T> work) {
        return submit(work, Fate.ASIDE);
    }

    /** Does the work, keeps nothing of it and returns what it would have come to. */
    public <T> T dryRun(Function<JdbcClient, T> work) {
        return submit(work, Fate.TAKEN_BACK);
    }

    /**
     * Puts work in line; the answer comes when it is on disk. For one piece at a time made ready while another is
     * written, see {@link #result}.
     */
    public <T> CompletableFuture<T> submit(Function<JdbcClient, T> work) {
        return queued(work, Fate.COUNTED);
    }

    /** What work that was begun came to; waits for it. */
    public static <T> T join(CompletableFuture<T> begun) {
        try {
            return begun.join();
        } catch (CompletionException e) {
            if (e.getCause() instanceof RuntimeException cause) throw cause;
            throw e;
        }
    }

    /**
     * A number that grows by one with every piece of work that is kept. Who notes it, reads, and finds it unchanged
     * inside a piece of work of his own knows that all he read still stands. Asked on another thread it may lag behind
     * what can be read already, but never runs ahead of it.
     */
    public long version() {
        return Thread.currentThread() == thread ? counted : onDisk;
    }

    private <T> T submit(Function<JdbcClient, T> work, Fate fate) {
        return Thread.currentThread() == thread ? work.apply(db) : join(queued(work, fate));
    }

    private <T> CompletableFuture<T> queued(Function<JdbcClient, T> work, Fate fate) {
        if (closed) throw new IllegalStateException("The database is closed");
        WriteTask<T> piece = new WriteTask<>(work, fate, new CompletableFuture<>());
        queue.add(piece);
        return piece.done();
    }

    private void run() {
        List<WriteTask<?>> together = new ArrayList<>();
        while (!closed) {
            together.clear();
            try {
                together.add(queue.take());
            } catch (InterruptedException e) {
                break;
            }
            queue.drainTo(together, MOST_TOGETHER - 1);
            commit(together);
        }
        List<WriteTask<?>> left = new ArrayList<>(together);
        queue.drainTo(left);
        left.forEach(p -> p.done().completeExceptionally(new IllegalStateException("The database is closed")));
    }

    private void commit(List<WriteTask<?>> together) {
        List<Runnable> answers = new ArrayList<>();
        try {
            boolean alone = together.size() == 1; // then what would be taken back is all there is
            for (WriteTask<?> piece : together) one(piece, alone ? null : connection.setSavepoint(), answers);
            connection.commit();
            onDisk = counted;
            answers.forEach(Runnable::run);
        } catch (SQLException | RuntimeException e) {
            try {
                connection.rollback();
            } catch (SQLException again) {
                e.addSuppressed(again);
            }
            together.forEach(p -> p.done()
                    .completeExceptionally(
                            new IllegalStateException("The database rejected the change: " + e.getMessage(), e)));
        }
    }

    /** @param before to where it is taken back, or null for the beginning of the transaction */
    private <T> void one(WriteTask<T> piece, @Nullable Savepoint before, List<Runnable> answers) throws SQLException {
        try {
            T result = piece.result(db);
            if (piece.fate() == Fate.TAKEN_BACK) rollback(before);
            if (piece.fate() == Fate.COUNTED) counted++;
            if (before != null) connection.releaseSavepoint(before);
            answers.add(() -> piece.done().complete(result));
        } catch (RuntimeException e) {
            rollback(before);
            if (before != null) connection.releaseSavepoint(before);
            answers.add(() -> piece.done().completeExceptionally(e));
        }
    }

    private void rollback(@Nullable Savepoint before) throws SQLException {
        if (before == null) connection.rollback();
        else connection.rollback(before);
    }

    @Override
    public void close() throws SQLException {
        closed = true;
        thread.interrupt();
        try {
            thread.join(5000);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        connection.close();
    }
}
