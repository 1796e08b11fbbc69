package upbeat.herald.server.rehearsal;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
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
    private final RehearsalFileRepository files;
    private final RehearsalRunner runner;
    private final RandomIds ids;
    private final SignallingWriter writer;
    private final JdbcClient reader;

    RehearsalStartService(
            RehearsalRepository rehearsals,
            RehearsalPlans plans,
            PastOrderRepository past,
            RehearsalFileRepository files,
            RehearsalRunner runner,
            RandomIds ids,
            SignallingWriter writer,
            JdbcClient reader) {
        this.rehearsals = rehearsals;
        this.plans = plans;
        this.past = past;
        this.files = files;
        this.runner = runner;
        this.ids = ids;
        this.writer = writer;
        this.reader = reader;
    }

    /** @param who begins it */
    RehearsalService.Rehearsal start(RehearsalRequest request, String who) {
        checkRoom();
        RehearsalRepository.Period period = checkPeriod(request);
        RehearsalPlans.Chosen chosen = plans.choose(request);
        List<Long> found = past.findIds(reader, period.from().minus(LOOK_BACK), period.to());
        RehearsalRepository.RehearsalRow row = row(chosen, who, period, null, found.size());
        writer.write((db, at) -> {
            rehearsals.insert(db, row, chosen.plans(), chosen.of());
            return null;
        });
        runner.start(row, chosen.plans(), found);
        return new RehearsalService.Rehearsal(row, Map.of(), Map.of());
    }

    /** With the orders of a file in place of the own past. @param who begins it */
    RehearsalService.Rehearsal start(RehearsalRequest request, String fileName, List<FileStory> stories, String who) {
        checkRoom();
        RehearsalPlans.Chosen chosen = plans.choose(request);
        if (chosen.with() == RehearsalRepository.ComparedWith.SENT)
            throw new HeraldException(
                    "compareWith",
                    "Nothing was sent about orders of a file. Compare with the live plan, or with nothing");
        RehearsalRepository.RehearsalRow row =
                row(chosen, who, RehearsalFileService.periodOf(stories), fileName, stories.size());
        List<Long> found = writer.write((db, at) -> {
            rehearsals.insert(db, row, chosen.plans(), chosen.of());
            files.insert(db, row.id(), stories);
            return files.findIds(db, row.id());
        });
        runner.start(row, chosen.plans(), found);
        return new RehearsalService.Rehearsal(row, Map.of(), Map.of());
    }

    private RehearsalRepository.RehearsalRow row(
            RehearsalPlans.Chosen chosen,
            String who,
            RehearsalRepository.Period period,
            @Nullable String fileName,
            int orders) {
        return new RehearsalRepository.RehearsalRow(
                ids.newId("rh-"),
                chosen.title(),
                who,
                writer.now(),
                period,
                chosen.with(),
                fileName,
                new RehearsalRepository.Progress(RehearsalRepository.Status.RUNNING, null, 0, orders, 0),
                null,
                null);
    }

    private void checkRoom() {
        if (runner.countRunning() >= MOST_AT_ONCE)
            throw new HeraldException("plan", "Several rehearsals are running. Wait for one of them, or stop one");
    }

    private RehearsalRepository.Period checkPeriod(RehearsalRequest request) {
        Instant now = writer.now();
        Instant to = request.to() == null || request.to().isAfter(now) ? now : request.to();
        Instant from = request.from() == null ? to.minus(USUAL) : request.from();
        if (!from.isBefore(to)) throw new HeraldException("from", "Choose a first day before the last one");
        if (Duration.between(from, to).compareTo(Duration.ofDays(MOST_DAYS)) > 0)
            throw new HeraldException("from", "Choose a period of up to " + MOST_DAYS + " days");
        return new RehearsalRepository.Period(from, to);
    }
}
