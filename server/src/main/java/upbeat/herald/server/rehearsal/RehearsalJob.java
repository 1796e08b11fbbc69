package upbeat.herald.server.rehearsal;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.forecast.MessageWriter;
import upbeat.herald.core.forecast.OrderPast;
import upbeat.herald.core.forecast.OrderReplay;
import upbeat.herald.core.forecast.PlanHistory;
import upbeat.herald.core.forecast.RehearsalFigures;
import upbeat.herald.core.forecast.RehearsalTally;
import upbeat.herald.core.forecast.ReplayDifference;
import upbeat.herald.core.forecast.ReplayedMessage;
import upbeat.herald.core.notice.FloodLimit;

/**
 * One rehearsal at work: some hundred orders at a time, by several threads, until all are done or somebody stops it.
 */
final class RehearsalJob {
    private static final int TOGETHER = 500;
    /** More can't be looked through by a person; the number of all is kept. */
    static final int MOST_DIFFERENCES = 5_000;

    /**
     * @param ids of the orders; {@code read} loads some of them; {@code writers} makes one for each thread
     * @param sent what was really sent about some of them, by order, where that is compared; else null
     */
    record Material(
            List<Long> ids,
            Function<List<Long>, List<OrderPast>> read,
            Supplier<? extends MessageWriter> writers,
            @Nullable Function<List<Long>, Map<Long, List<ReplayedMessage>>> sent) {}

    private final RehearsalRepository.Period period;
    private final PlanHistory plan;
    private final @Nullable PlanHistory other;
    private final Material material;
    private final AtomicInteger next = new AtomicInteger();
    private final AtomicInteger done = new AtomicInteger();
    private final AtomicBoolean stopped = new AtomicBoolean();
    private final RehearsalTally tally;
    private final RehearsalTally otherTally;
    private final List<RehearsalRepository.OrderChanges> differences = new ArrayList<>();
    private int differing;

    RehearsalJob(RehearsalRepository.Period period, RehearsalRepository.Plans plans, Material material) {
        this.period = period;
        this.plan = plans.history();
        this.other = plans.otherHistory();
        this.material = material;
        tally = new RehearsalTally(period.from(), period.to());
        otherTally = new RehearsalTally(period.from(), period.to());
    }

    int done() {
        return done.get();
    }

    void stop() {
        stopped.set(true);
    }

    boolean isStopped() {
        return stopped.get();
    }

    /** The work of one thread: returns when nothing is left, or when it was stopped. */
    void work() {
        try {
            replayAll();
        } catch (RuntimeException e) {
            stop(); // what the others still do would be for nothing
            throw e;
        }
    }

    private void replayAll() {
        MessageWriter writer = material.writers().get();
        RehearsalTally mine = new RehearsalTally(period.from(), period.to());
        RehearsalTally others = new RehearsalTally(period.from(), period.to());
        while (!stopped.get()) {
            int from = next.getAndAdd(TOGETHER);
            List<Long> ids = material.ids();
            if (from >= ids.size()) break;
            List<Long> part = ids.subList(from, Math.min(ids.size(), from + TOGETHER));
            Map<Long, List<ReplayedMessage>> sent =
                    material.sent() == null ? null : material.sent().apply(part);
            for (OrderPast past : material.read().apply(part))
                replay(past, writer, sent == null ? null : sent.getOrDefault(past.id(), List.of()), mine, others);
            done.addAndGet(Math.min(TOGETHER, ids.size() - from));
        }
        synchronized (tally) {
            tally.add(mine);
            otherTally.add(others);
        }
    }

    private void replay(
            OrderPast past,
            MessageWriter writer,
            @Nullable List<ReplayedMessage> sent,
            RehearsalTally mine,
            RehearsalTally others) {
        Instant until = period.to();
        List<ReplayedMessage> after = OrderReplay.run(past, plan, writer, until);
        mine.add(past, after);
        if (other == null && sent == null) return;
        List<ReplayedMessage> before =
                sent != null ? sent : OrderReplay.run(past, Objects.requireNonNull(other), writer, until);
        others.add(past, before);
        List<ReplayDifference> found = ReplayDifference.findBetween(before, after).stream()
                .filter(d -> period.contains(d.any().times().at()))
                .toList();
        if (found.isEmpty()) return;
        synchronized (differences) {
            differing++;
            if (differences.size() < MOST_DIFFERENCES)
                differences.add(new RehearsalRepository.OrderChanges(
                        past.id(), found.stream().map(RehearsalJob::describe).toList()));
        }
    }

    private static RehearsalRepository.Change describe(ReplayDifference d) {
        ReplayedMessage m = d.any();
        return new RehearsalRepository.Change(
                d.kind().name().toLowerCase(Locale.ROOT),
                m.notice().id(),
                m.channel().code(),
                m.parcel(),
                d.before() == null ? null : d.before().times().at(),
                d.after() == null ? null : d.after().times().at());
    }

    RehearsalFigures figures(FloodLimit limit) {
        return tally.toFigures(limit);
    }

    @Nullable RehearsalFigures otherFigures(FloodLimit limit) {
        return other == null && material.sent() == null ? null : otherTally.toFigures(limit);
    }

    List<RehearsalRepository.OrderChanges> differences() {
        return List.copyOf(differences);
    }

    int differing() {
        return differing;
    }
}
