package upbeat.herald.server.rehearsal;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.forecast.RehearsalFigures;
import upbeat.herald.core.forecast.ReplayedMessage;
import upbeat.herald.core.notice.FloodLimit;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.message.FloodLimitSetting;
import upbeat.herald.server.platform.signal.SignallingWriter;

/** Runs rehearsals in the background, one after the other, and keeps what they came to. */
@Component
class RehearsalRunner implements InitializingBean, DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(RehearsalRunner.class);
    private static final int THREADS = 2;

    private final RehearsalRepository rehearsals;
    private final RehearsedPast past;
    private final SentMessageRepository sent;
    private final RehearsalWriterFactory writers;
    private final SignallingWriter writer;
    private final JdbcClient reader;
    private final FloodLimitSetting floodLimit;
    private final ExecutorService queue = Executors.newSingleThreadExecutor(r -> daemon(r, "rehearsal-queue"));
    private final ExecutorService work = Executors.newFixedThreadPool(THREADS, r -> daemon(r, "rehearsal"));
    private final Map<String, RehearsalJob> running = new ConcurrentHashMap<>();

    RehearsalRunner(
            RehearsalRepository rehearsals,
            RehearsedPast past,
            SentMessageRepository sent,
            RehearsalWriterFactory writers,
            SignallingWriter writer,
            FloodLimitSetting floodLimit,
            JdbcClient reader) {
        this.rehearsals = rehearsals;
        this.past = past;
        this.sent = sent;
        this.writers = writers;
        this.writer = writer;
        this.reader = reader;
        this.floodLimit = floodLimit;
    }

    private static Thread daemon(Runnable work, String name) {
        Thread thread = new Thread(work, name);
        thread.setDaemon(true);
        thread.setPriority(Thread.MIN_PRIORITY); // customers' messages come first
        return thread;
    }

    @Override
    public void afterPropertiesSet() {
        writer.write((db, now) -> {
            rehearsals.stopAbandoned(db, now);
            return null;
        });
    }

    @Override
    public void destroy() {
        running.values().forEach(RehearsalJob::stop);
        queue.shutdownNow();
        work.shutdownNow();
    }

    /** How many run or wait for their turn. */
    int countRunning() {
        return running.size();
    }

    /** @param row as it was kept; {@code orders} ids of the own past, or of its file's */
    void start(RehearsalRepository.RehearsalRow row, RehearsalRepository.Plans plans, List<Long> orders) {
        RehearsalJob job = new RehearsalJob(row.period(), plans, material(orders, row, plans));
        running.put(row.id(), job);
        queue.execute(() -> run(row.id(), job));
    }

    private RehearsalJob.Material material(
            List<Long> orders, RehearsalRepository.RehearsalRow row, RehearsalRepository.Plans plans) {
        boolean background = plans.plan().stream().anyMatch(Notice::needsBackground)
                || plans.other() != null && plans.other().stream().anyMatch(Notice::needsBackground);
        return new RehearsalJob.Material(
                orders,
                past.loader(row, background),
                writers.prepare(),
                row.comparedWith() == RehearsalRepository.ComparedWith.SENT ? this::findSent : null);
    }

    private Map<Long, List<ReplayedMessage>> findSent(List<Long> orders) {
        Map<Long, List<ReplayedMessage>> found = new HashMap<>();
        sent.find(reader, orders)
                .forEach((id, messages) -> found.put(
                        id,
                        messages.stream()
                                .map(SentMessageRepository.SentMessage::message)
                                .toList()));
        return found;
    }

    private void run(String id, RehearsalJob job) {
        try {
            CompletableFuture<?>[] parts = new CompletableFuture<?>[THREADS];
            for (int i = 0; i < THREADS; i++) parts[i] = CompletableFuture.runAsync(job::work, work);
            CompletableFuture.allOf(parts).join();
            end(id, job, job.isStopped() ? RehearsalRepository.Status.STOPPED : RehearsalRepository.Status.DONE);
        } catch (CompletionException e) {
            LOG.error("Rehearsal {} broke off", id, e);
            end(id, job, RehearsalRepository.Status.FAILED);
        } catch (RuntimeException e) {
            LOG.error("What rehearsal {} came to couldn't be kept", id, e);
        } finally {
            running.remove(id);
        }
    }

    /** What was stopped keeps no numbers: they would be of some orders only. */
    private void end(String id, RehearsalJob job, RehearsalRepository.Status status) {
        boolean whole = status == RehearsalRepository.Status.DONE;
        FloodLimit limit = floodLimit.find(reader);
        RehearsalFigures figures = whole ? job.figures(limit) : null;
        RehearsalFigures other = whole ? job.otherFigures(limit) : null;
        Instant now = writer.now();
        writer.write((db, at) -> {
            rehearsals.end(
                    db,
                    id,
                    new RehearsalRepository.Progress(status, now, job.done(), 0, whole ? job.differing() : 0),
                    figures,
                    other);
            if (whole) rehearsals.insertDifferences(db, id, job.differences());
            return null;
        });
    }

    /** How many orders are done; empty where it doesn't run. */
    Optional<Integer> findDone(String id) {
        return Optional.ofNullable(running.get(id)).map(RehearsalJob::done);
    }

    void stop(String id) {
        RehearsalJob job = running.get(id);
        if (job != null) job.stop();
    }
}
