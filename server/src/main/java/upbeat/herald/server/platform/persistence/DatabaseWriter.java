package upbeat.herald.server.platform.persistence;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Savepoint;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Function;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The one thread that writes. Work that waits in line is put into one transaction and committed together, so that many
 * small writes pay for one flush to disk; each piece has a savepoint of its own, so that one that fails takes nothing
 * with it. {@link #write} returns after the commit.
 *
 * <p>Whatever a piece throws, its caller gets it and the thread goes on. After trouble with the database itself (no
 * room, a read error) the state of the connection is not trusted: SQLite may have ended the transaction by itself. Then
 * nothing of the transaction is kept, all its callers are told so, and a fresh connection takes over.
 */
public final class DatabaseWriter implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(DatabaseWriter.class);
    private static final int MOST_TOGETHER = 256;
    /** How often it is tried, after trouble and with nothing to write, whether writing is possible again. */
    private static final long RETRY_MILLIS = 1_000;
    /**
     * Pages of 4 KiB in the log before they are carried over: 64 MB. At SQLite's own 1,000 a busy day is carried over
     * with every commit.
     */
    private static final int CHECKPOINT_PAGES = 16_000;

    /**
     * @param mostWaiting pieces in line before another is refused
     * @param patience how long somebody waits for his piece before it is refused
     */
    public record Limits(int mostWaiting, Duration patience) {
        public static final Limits USUAL = new Limits(10_000, Duration.ofSeconds(30));
    }

    /** @param trouble what is wrong, or null where all is well */
    public record Health(@Nullable String trouble) {
        public boolean isGood() {
            return trouble == null;
        }
    }

    /**
     * What is to become of a piece: it is kept and counted, kept without being counted (see {@link #version}), or taken
     * back.
     */
    private enum Fate {
        COUNTED,
        ASIDE,
        TAKEN_BACK
    }

    /** @param by the person whose work it is, or null where the program works by itself */
    private record WriteTask<T>(
            Function<JdbcClient, T> work,
            Fate fate,
            @Nullable Acting by,
            CompletableFuture<T> done) {}

    /** The transaction is gone: its pieces can't be kept, whatever they came to. */
    private static final class TransactionLostException extends Exception {
        private static final long serialVersionUID = 1;

        TransactionLostException(Throwable cause) {
            super(cause);
        }
    }

    private final DataSource source;
    private final Function<Connection, JdbcClient> clientFor;
    private final Limits limits;
    private final ActingPerson acting;
    private final BlockingQueue<WriteTask<?>> queue;
    private final Thread thread;
    private @Nullable Connection connection;
    private @Nullable JdbcClient db;
    private volatile boolean closed;
    private volatile @Nullable String trouble;
    /** When the pieces in hand were taken, by {@link System#nanoTime}; 0 while there are none. */
    private volatile long busySince;
    /**
     * Pieces kept so far: on the writer's thread with those of the open transaction, for everybody else those that are
     * on disk.
     */
    private long counted;

    private volatile long onDisk;
    private final AtomicLong commits = new AtomicLong();

    public DatabaseWriter(DataSource source, Function<Connection, JdbcClient> clientFor) throws SQLException {
        this(source, clientFor, Limits.USUAL, Optional::empty);
    }

    public DatabaseWriter(DataSource source, Function<Connection, JdbcClient> clientFor, Limits limits)
            throws SQLException {
        this(source, clientFor, limits, Optional::empty);
    }

    /** @param acting the person whose work the calling thread does; what they change is noted under that name */
    DatabaseWriter(DataSource source, Function<Connection, JdbcClient> clientFor, Limits limits, ActingPerson acting)
            throws SQLException {
        this.source = source;
        this.clientFor = clientFor;
        this.limits = limits;
        this.acting = acting;
        this.queue = new LinkedBlockingQueue<>(limits.mostWaiting());
        open();
        thread = new Thread(this::run, "herald-writer");
        thread.setDaemon(true);
        thread.start();
    }

    private void open() throws SQLException {
        Connection fresh = source.getConnection();
        try (java.sql.Statement pragma = fresh.createStatement()) {
            pragma.execute("pragma wal_autocheckpoint = " + CHECKPOINT_PAGES);
        }
        connection = fresh;
        db = clientFor.apply(fresh);
    }

    /**
     * Does the work in a transaction and returns when it is on disk. Work that calls again from inside joins its own
     * transaction.
     *
     * @throws DatabaseBusyException where too many wait already, or it took too long
     */
    public <T> T write(Function<JdbcClient, T> work) {
        return submit(work, Fate.COUNTED);
    }

    /**
     * As {@link #write}, for work that says nothing new of an order: how far a message has come. What others worked out
     * before holds after it, see {@link #version}.
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
     * written, see {@link #join}.
     */
    public <T> CompletableFuture<T> submit(Function<JdbcClient, T> work) {
        return queued(work, Fate.COUNTED);
    }

    /** What work that was begun came to; waits for it. */
    public static <T> T join(CompletableFuture<T> begun) {
        try {
            return begun.join();
        } catch (CompletionException e) {
            throw unwrap(e.getCause(), e);
        }
    }

    private static RuntimeException unwrap(@Nullable Throwable cause, Exception around) {
        if (cause instanceof RuntimeException runtime) return runtime;
        return new IllegalStateException(cause == null ? around : cause);
    }

    /** Whether writing goes on as it should. */
    public Health health() {
        String wrong = trouble;
        if (wrong != null) return new Health(wrong);
        long since = busySince;
        if (since != 0 && System.nanoTime() - since > limits.patience().toNanos())
            return new Health("Writing has been at the same work for longer than "
                    + limits.patience().toSeconds() + " s");
        return new Health(null);
    }

    /**
     * A number that grows by one with every piece of work that is kept. Who notes it, reads, and finds it unchanged
     * inside a piece of work of his own knows that all he read still stands. Asked on another thread it may lag behind
     * what can be read already, but never runs ahead of it.
     */
    public long version() {
        return Thread.currentThread() == thread ? counted : onDisk;
    }

    /** Pieces of work in line. */
    public int countWaiting() {
        return queue.size();
    }

    /** A number that grows with every transaction that kept something, whatever it was: for who shows what is kept. */
    public long commits() {
        return commits.get();
    }

    private <T> T submit(Function<JdbcClient, T> work, Fate fate) {
        if (Thread.currentThread() == thread) return inside(work, fate);
        CompletableFuture<T> piece = queued(work, fate);
        try {
            return piece.get(limits.patience().toMillis(), TimeUnit.MILLISECONDS);
        } catch (TimeoutException e) {
            // What was not begun is never done then; what was begun may still be, and its caller asks again.
            piece.cancel(false);
            throw new DatabaseBusyException();
        } catch (ExecutionException e) {
            throw unwrap(e.getCause(), e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Interrupted while waiting for the database", e);
        }
    }

    /** Work within work: a part of it, unless it is to be taken back. */
    private <T> T inside(Function<JdbcClient, T> work, Fate fate) {
        JdbcClient client = Objects.requireNonNull(db);
        if (fate != Fate.TAKEN_BACK) return work.apply(client);
        Connection on = Objects.requireNonNull(connection);
        try {
            Savepoint before = on.setSavepoint();
            try {
                return work.apply(client);
            } finally {
                on.rollback(before);
                on.releaseSavepoint(before);
            }
        } catch (SQLException e) {
            throw new IllegalStateException("The database could not take a dry run back", e);
        }
    }

    private <T> CompletableFuture<T> queued(Function<JdbcClient, T> work, Fate fate) {
        if (closed) throw new IllegalStateException("The database is closed");
        WriteTask<T> piece = new WriteTask<>(work, fate, acting.find().orElse(null), new CompletableFuture<>());
        if (!queue.offer(piece)) throw new DatabaseBusyException();
        return piece.done();
    }

    private void run() {
        List<WriteTask<?>> together = new ArrayList<>();
        while (!closed) {
            together.clear();
            try {
                WriteTask<?> next = trouble == null ? queue.take() : queue.poll(RETRY_MILLIS, TimeUnit.MILLISECONDS);
                if (next == null) {
                    probe();
                    continue;
                }
                together.add(next);
            } catch (InterruptedException e) {
                continue; // only closing ends the loop
            }
            queue.drainTo(together, MOST_TOGETHER - 1);
            busySince = System.nanoTime() | 1;
            try {
                commit(together);
            } catch (Throwable e) {
                LOG.error("The writer goes on after an error, with a fresh connection", e);
                giveUp(together, e);
            } finally {
                busySince = 0;
            }
        }
        List<WriteTask<?>> left = new ArrayList<>(together);
        queue.drainTo(left);
        left.forEach(p -> p.done().completeExceptionally(new IllegalStateException("The database is closed")));
    }

    private void commit(List<WriteTask<?>> together) {
        List<Runnable> answers = new ArrayList<>();
        try {
            Connection on = ready();
            on.setAutoCommit(false);
            boolean alone = together.size() == 1; // then what would be taken back is all there is
            for (WriteTask<?> piece : together)
                if (!piece.done().isDone()) one(on, piece, alone ? null : on.setSavepoint(), answers);
            on.setAutoCommit(true); // commits, and begins nothing: nobody is locked out while there is nothing to do
            onDisk = counted;
            if (together.stream().anyMatch(p -> p.fate() != Fate.TAKEN_BACK)) commits.incrementAndGet();
            trouble = null;
            answers.forEach(Runnable::run);
        } catch (SQLException | TransactionLostException e) {
            Throwable cause = e instanceof TransactionLostException && e.getCause() != null ? e.getCause() : e;
            LOG.error("The database rejected a transaction; a fresh connection takes over", cause);
            trouble = "The database rejects changes: " + cause.getMessage();
            giveUp(
                    together,
                    new IllegalStateException("The database rejected the change: " + cause.getMessage(), cause));
        }
    }

    /** Keeps nothing of the transaction, and tells all its callers so. */
    private void giveUp(List<WriteTask<?>> together, Throwable why) {
        counted = onDisk;
        drop();
        together.forEach(p -> p.done().completeExceptionally(why));
    }

    /** The connection, opened again where the last one could not be trusted. */
    private Connection ready() throws SQLException {
        if (connection == null) open();
        return Objects.requireNonNull(connection);
    }

    /** After trouble, with nothing to write: whether a page can be written again. */
    private void probe() {
        try {
            Connection on = ready();
            on.setAutoCommit(false);
            try (java.sql.Statement header = on.createStatement()) {
                int version = header.executeQuery("pragma user_version").getInt(1);
                header.execute("pragma user_version = " + version);
            }
            on.setAutoCommit(true);
            trouble = null;
        } catch (SQLException e) {
            trouble = "The database rejects changes: " + e.getMessage();
            drop();
        }
    }

    private void drop() {
        Connection old = connection;
        connection = null;
        db = null;
        if (old == null) return;
        try {
            old.close(); // ends whatever was open, keeping nothing
        } catch (SQLException e) {
            LOG.warn("A connection that is not trusted any more could not be closed", e);
        }
    }

    private <T> T doAs(@Nullable Acting by, Function<JdbcClient, T> work) {
        JdbcClient client = Objects.requireNonNull(db);
        if (by == null) return work.apply(client);
        ActingRepository.set(client, by);
        T result = work.apply(client);
        ActingRepository.clear(client);
        return result;
    }

    /** @param before to where it is taken back, or null for the beginning of the transaction */
    private <T> void one(Connection on, WriteTask<T> piece, @Nullable Savepoint before, List<Runnable> answers)
            throws SQLException, TransactionLostException {
        try {
            T result = doAs(piece.by(), piece.work());
            if (piece.fate() == Fate.TAKEN_BACK) takeBack(on, before, null);
            if (piece.fate() == Fate.COUNTED) counted++;
            if (before != null) on.releaseSavepoint(before);
            answers.add(() -> piece.done().complete(result));
        } catch (TransactionLostException | SQLException e) {
            throw e;
        } catch (Throwable e) {
            takeBack(on, before, e);
            if (before != null) on.releaseSavepoint(before);
            answers.add(() -> piece.done().completeExceptionally(e));
        }
    }

    /** Fails where SQLite ended the transaction by itself, as it does when the disk is full. */
    private static void takeBack(Connection on, @Nullable Savepoint before, @Nullable Throwable why)
            throws TransactionLostException {
        try {
            if (before == null) on.rollback();
            else on.rollback(before);
        } catch (SQLException e) {
            if (why != null) e.addSuppressed(why);
            throw new TransactionLostException(why == null ? e : why);
        }
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
        if (connection != null) connection.close();
    }
}
