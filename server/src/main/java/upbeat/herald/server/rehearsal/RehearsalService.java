package upbeat.herald.server.rehearsal;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.forecast.RehearsalFigures;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;

/** Rehearsals looked at, stopped and removed. */
@Service
class RehearsalService {
    private static final int MOST_LISTED = 50;
    private static final int PAGE = 50;

    private final RehearsalRepository rehearsals;
    private final RehearsalPlans plans;
    private final RehearsalRunner runner;
    private final OrderRepository orders;
    private final RehearsalFileRepository files;
    private final SignallingWriter writer;
    private final JdbcClient reader;

    RehearsalService(
            RehearsalRepository rehearsals,
            RehearsalPlans plans,
            RehearsalRunner runner,
            OrderRepository orders,
            RehearsalFileRepository files,
            SignallingWriter writer,
            JdbcClient reader) {
        this.rehearsals = rehearsals;
        this.plans = plans;
        this.runner = runner;
        this.orders = orders;
        this.files = files;
        this.writer = writer;
        this.reader = reader;
    }

    /** An order that figures speak of. */
    record OrderRef(String shop, String number) {}

    /**
     * @param noticeNames by id, of all notices that took part
     * @param orders by id, those that the figures speak of
     */
    record Rehearsal(
            RehearsalRepository.RehearsalRow rehearsal,
            Map<String, String> noticeNames,
            Map<String, OrderRef> orders) {}

    record Differences(
            List<RehearsalRepository.OrderDifference> orders,
            @Nullable Long next) {}

    List<RehearsalRepository.RehearsalRow> list() {
        return rehearsals.findLatest(reader, MOST_LISTED).stream()
                .map(this::withProgress)
                .toList();
    }

    Rehearsal get(String id) {
        RehearsalRepository.RehearsalRow row = withProgress(find(id));
        if (row.figures() == null) return new Rehearsal(row, Map.of(), Map.of());
        return new Rehearsal(row, nameNotices(id), nameOrders(row));
    }

    /** The latest rehearsal of a notice as it stands now; empty where there is none. */
    Optional<Rehearsal> findLatestOf(String noticeId) {
        return plans.findVersion(noticeId)
                .flatMap(of -> rehearsals.findLatestOf(reader, of))
                .map(row -> new Rehearsal(row, Map.of(), nameOrders(row)));
    }

    private RehearsalRepository.RehearsalRow find(String id) {
        return rehearsals.find(reader, id).orElseThrow(() -> new NotFoundException("There's no such rehearsal"));
    }

    private RehearsalRepository.RehearsalRow withProgress(RehearsalRepository.RehearsalRow row) {
        return runner.findDone(row.id()).map(row::withDone).orElse(row);
    }

    private Map<String, String> nameNotices(String id) {
        RehearsalRepository.Plans both = rehearsals.findPlans(reader, id).orElseThrow();
        Map<String, String> names = new TreeMap<>(plans.findNames());
        if (both.other() != null) for (Notice n : both.other()) names.put(n.id(), n.name());
        for (Notice n : both.plan()) names.put(n.id(), n.name());
        return names;
    }

    private Map<String, OrderRef> nameOrders(RehearsalRepository.RehearsalRow row) {
        List<Long> named = Stream.of(row.figures(), row.otherFigures())
                .filter(f -> f != null)
                .flatMap(f -> Stream.concat(
                        f.mostSent().stream().map(RehearsalFigures.CustomerCount::orderId),
                        f.reasons().stream().flatMap(h -> h.orderIds().stream())))
                .distinct()
                .toList();
        if (row.fileName() != null) return files.findNames(reader, row.id(), named);
        return orders.get(reader, named).stream()
                .collect(Collectors.toMap(
                        o -> Long.toString(o.id()),
                        o -> new OrderRef(o.order().shop(), o.order().number()),
                        (a, b) -> a,
                        TreeMap::new));
    }

    Differences listDifferences(String id, long after) {
        find(id);
        List<RehearsalRepository.OrderDifference> page = rehearsals.findDifferences(reader, id, after, PAGE + 1);
        boolean more = page.size() > PAGE;
        List<RehearsalRepository.OrderDifference> shown = more ? page.subList(0, PAGE) : page;
        return new Differences(shown, more ? shown.get(PAGE - 1).orderId() : null);
    }

    void stop(String id) {
        find(id);
        runner.stop(id);
    }

    void delete(String id) {
        runner.stop(id);
        if (!writer.write((db, now) -> rehearsals.delete(db, id)))
            throw new NotFoundException("There's no such rehearsal");
    }
}
