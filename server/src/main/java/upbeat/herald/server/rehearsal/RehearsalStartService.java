package upbeat.herald.server.rehearsal;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.server.platform.random.RandomIds;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.rehearsal.RehearsalPlans.RehearsalRequest;

/** Begins a rehearsal: which plan, over which days and orders. */
@Service
class RehearsalStartService {
    static final int MOST_DAYS = 400;
    /** Orders placed so long before the period still have parcels on their way in it. */
    private static final Duration LOOK_BACK = Duration.ofDays(60);

    private static final Duration USUAL = Duration.ofDays(30);
    private static final int MOST_AT_ONCE = 5;

    private final RehearsalRepository rehearsals;
    private final RehearsalPlans plans;
    private final PastOrderRepository past;
    private final RehearsalRunner runner;
    private final RandomIds ids;
    private final SignallingWriter writer;
    private final JdbcClient reader;
    private final InstantSource clock;

    RehearsalStartService(
            RehearsalRepository rehearsals,
            RehearsalPlans plans,
            PastOrderRepository past,
            RehearsalRunner runner,
            RandomIds ids,
            SignallingWriter writer,
            JdbcClient reader,
            InstantSource clock) {
        this.rehearsals = rehearsals;
        this.plans = plans;
        this.past = past;
        this.runner = runner;
        this.ids = ids;
        this.writer = writer;
        this.reader = reader;
        this.clock = clock;
    }

    /** @param who begins it */
    RehearsalService.Rehearsal start(RehearsalRequest request, String who) {
        if (runner.countRunning() >= MOST_AT_ONCE)
            throw new HeraldException("plan", "Several rehearsals are running. Wait for one of them, or stop one");
        RehearsalRepository.Period period = checkPeriod(request);
        RehearsalPlans.Chosen chosen = plans.choose(request);
        List<Long> found = past.findIds(reader, period.from().minus(LOOK_BACK), period.to());
        Instant now = clock.instant();
        RehearsalRepository.RehearsalRow row = new RehearsalRepository.RehearsalRow(
                ids.newId("rh-"),
                chosen.title(),
                who,
                now,
                period,
                chosen.with(),
                new RehearsalRepository.Progress(RehearsalRepository.Status.RUNNING, null, 0, found.size(), 0),
                null,
                null);
        writer.write((db, at) -> {
            rehearsals.insert(db, row, chosen.plans(), chosen.of());
            return null;
        });
        runner.start(row, chosen.plans(), found);
        return new RehearsalService.Rehearsal(row, Map.of(), Map.of());
    }

    private RehearsalRepository.Period checkPeriod(RehearsalRequest request) {
        Instant now = clock.instant();
        Instant to = request.to() == null || request.to().isAfter(now) ? now : request.to();
        Instant from = request.from() == null ? to.minus(USUAL) : request.from();
        if (!from.isBefore(to)) throw new HeraldException("from", "Choose a first day before the last one");
        if (Duration.between(from, to).compareTo(Duration.ofDays(MOST_DAYS)) > 0)
            throw new HeraldException("from", "Choose a period of up to " + MOST_DAYS + " days");
        return new RehearsalRepository.Period(from, to);
    }
}
