package upbeat.herald.server.ingest.spreadsheet;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.exchange.SheetColumn;
import upbeat.herald.core.exchange.SheetRow;
import upbeat.herald.core.exchange.Table;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.signal.WorkSignal;

/**
 * Loads a sheet in two phases, both in the background and in small transactions, so that others write in between and
 * somebody can stop it: the check does every row and keeps nothing; doing it keeps each part with the progress made.
 * Rows of one order stay together.
 */
@Component
class ImportRunner implements InitializingBean, DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(ImportRunner.class);
    private static final int TOGETHER = 500;
    private static final int SHOWN = 1_000;
    private final ImportRunRepository runs;
    private final SpreadsheetImport take;
    private final OrderRepository orders;
    private final StatusWordRepository statuses;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal signal;
    private final ExecutorService work = Executors.newFixedThreadPool(2, r -> {
        Thread t = new Thread(r, "import");
        t.setDaemon(true);
        return t;
    });
    private final Set<String> stopping = ConcurrentHashMap.newKeySet();

    ImportRunner(
            ImportRunRepository runs,
            SpreadsheetImport take,
            OrderRepository orders,
            StatusWordRepository statuses,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            WorkSignal signal) {
        this.runs = runs;
        this.take = take;
        this.orders = orders;
        this.statuses = statuses;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.signal = signal;
    }

    @Override
    public void afterPropertiesSet() {
        writer.write(db -> {
            runs.sweep(db, clock.instant());
            return null;
        });
    }

    @Override
    public void destroy() {
        work.shutdownNow();
    }

    /** True where the columns say whose each row is. */
    static boolean isMapped(ImportRunRepository.Run run) {
        return run.match().columns().containsKey(SheetColumn.ORDER.code())
                || run.file().kind().equals("stages") && run.match().columns().containsKey(SheetColumn.TRACKING.code());
    }

    /** Finds out what a file would do. */
    Future<?> check(String id) {
        return start(id, "checking", List.of("ready", "stopped", "failed"));
    }

    /** Does it. @throws HeraldException where it was done already, or is at work */
    Future<?> load(String id) {
        return start(id, "doing", List.of("ready", "stopped"));
    }

    void stop(String id) {
        stopping.add(id);
    }

    private Future<?> start(String id, String state, List<String> from) {
        boolean mine = writer.write(db -> {
            boolean begun = runs.updateState(db, id, state, from);
            if (begun) runs.clearRows(db, id);
            return begun;
        });
        if (!mine) {
            String now = runs.find(reader, id).map(r -> r.progress().state()).orElse("gone");
            throw new HeraldException(
                    "id",
                    now.equals("done")
                            ? "This file was already imported"
                            : now.equals("gone")
                                    ? "This upload no longer exists. Upload the file again"
                                    : "This file is being imported. Wait, or stop the import");
        }
        stopping.remove(id);
        boolean keep = state.equals("doing");
        return work.submit(() -> run(id, keep));
    }

    private void run(String id, boolean keep) {
        try {
            ImportRunRepository.Run run = runs.find(reader, id).orElseThrow();
            byte[] content = runs.findContent(reader, id);
            if (content == null) throw new HeraldException("file", "The file is no longer stored. Upload it again");
            Table table = ImportFiles.readTable(content);
            List<SheetRow> rows = table.rows(table.readMatch(run.match().columns()));
            StatusWords words = statuses.findAll(reader);
            List<StatusWords.StatusWord> unusual = words.findIn(rows);
            writer.write(db -> {
                runs.saveStatusWords(db, id, unusual);
                return null;
            });
            ImportRunRepository.Counts counts = new ImportRunRepository.Counts();
            counts.total = rows.size();
            SpreadsheetImport.Job job = new SpreadsheetImport.Job(
                    run.file().shop(),
                    run.file().kind(),
                    only(table, run),
                    table.headings().indexOf(run.match().onlyColumn()),
                    words);
            int shown = 0;
            boolean isOfErased = false;
            for (List<List<SheetRow>> part : parts(rows)) {
                if (stopping.remove(id)) {
                    end(
                            id,
                            counts,
                            keep ? "stopped" : "ready",
                            keep
                                    ? "Stopped after " + counts.handled + " of " + counts.total
                                            + " rows. Rows already imported stay; start again to import the rest"
                                    : "The check was stopped after " + counts.handled + " rows");
                    return;
                }
                Map<Long, List<String>> cells = new LinkedHashMap<>();
                part.forEach(order -> order.forEach(r -> cells.put(r.line(), r.cells())));
                Set<String> erased = findErased(job.shop(), part);
                isOfErased |= !erased.isEmpty();
                List<SpreadsheetImport.RowOutcome> outcomes = keep
                        ? writer.write(db -> kept(db, id, job, part, cells, erased))
                        : writer.dryRun(db -> withoutNames(take.importAll(db, job, part, clock.instant()), erased));
                outcomes.forEach(counts::add);
                int upTo = shown;
                writer.write(db -> {
                    int n = upTo;
                    for (SpreadsheetImport.RowOutcome o : outcomes) {
                        boolean refused = o.outcome().equals("refused");
                        if (!keep && (refused || n++ < SHOWN))
                            runs.insertRow(db, id, o, refused && !isOf(erased, o) ? cells.get(o.line()) : null);
                    }
                    runs.updateProgress(db, id, counts);
                    return null;
                });
                shown += outcomes.size();
                if (keep) signal.signal();
            }
            if (keep && isOfErased) forgetFile(id);
            end(id, counts, keep ? "done" : "ready", null);
        } catch (HeraldException e) {
            fail(id, e.getMessage());
        } catch (RuntimeException e) {
            LOG.error("An import failed: {}", e.toString());
            fail(id, "Something went wrong. Rows already imported stay. Try again; if it happens again, check the log");
        }
    }

    private List<SpreadsheetImport.RowOutcome> kept(
            JdbcClient db,
            String id,
            SpreadsheetImport.Job job,
            List<List<SheetRow>> part,
            Map<Long, List<String>> cells,
            Set<String> erased) {
        List<SpreadsheetImport.RowOutcome> outcomes =
                withoutNames(take.importAll(db, job, part, clock.instant()), erased);
        for (SpreadsheetImport.RowOutcome o : outcomes) {
            boolean refused = o.outcome().equals("refused");
            if (o.line() <= SHOWN || refused)
                runs.insertRow(db, id, o, refused && !isOf(erased, o) ? cells.get(o.line()) : null);
        }
        return outcomes;
    }

    /** Numbers of orders whose customer was erased: nothing personal of their rows is kept. */
    private Set<String> findErased(String shop, List<List<SheetRow>> part) {
        List<String> numbers = part.stream()
                .flatMap(List::stream)
                .map(row -> row.get(SheetColumn.ORDER))
                .filter(Objects::nonNull)
                .map(String::strip)
                .distinct()
                .toList();
        return orders.findErased(reader, shop, numbers);
    }

    private static List<SpreadsheetImport.RowOutcome> withoutNames(
            List<SpreadsheetImport.RowOutcome> outcomes, Set<String> erased) {
        return outcomes.stream().map(o -> isOf(erased, o) ? o.withoutName() : o).toList();
    }

    private static boolean isOf(Set<String> erased, SpreadsheetImport.RowOutcome row) {
        return row.order() != null && erased.contains(row.order());
    }

    private void forgetFile(String id) {
        writer.write(db -> {
            runs.deleteContent(db, id);
            return null;
        });
    }

    private static @Nullable String only(Table table, ImportRunRepository.Run run) {
        if (run.match().onlyColumn() == null) return null;
        if (!table.headings().contains(run.match().onlyColumn()))
            throw new HeraldException(
                    "only", "The file has no heading \"" + run.match().onlyColumn() + "\"");
        return run.match().onlyValue();
    }

    /**
     * Rows with one order number together, in the order of their first lines, in parts of about {@value #TOGETHER}
     * rows.
     */
    private static List<List<List<SheetRow>>> parts(List<SheetRow> rows) {
        Map<String, List<SheetRow>> orders = new LinkedHashMap<>();
        for (SheetRow row : rows) {
            String number = row.get(SheetColumn.ORDER) == null || row.fault() != null
                    ? "\u0000" + row.line()
                    : row.get(SheetColumn.ORDER);
            orders.computeIfAbsent(number, k -> new ArrayList<>()).add(row);
        }
        List<List<List<SheetRow>>> parts = new ArrayList<>();
        int size = TOGETHER;
        for (List<SheetRow> order : orders.values()) {
            if (size >= TOGETHER) {
                parts.add(new ArrayList<>());
                size = 0;
            }
            parts.get(parts.size() - 1).add(order);
            size += order.size();
        }
        return parts;
    }

    private void end(String id, ImportRunRepository.Counts counts, String state, @Nullable String reason) {
        writer.write(db -> {
            runs.updateProgress(db, id, counts);
            runs.finish(db, id, state, reason, clock.instant());
            return null;
        });
    }

    private void fail(String id, @Nullable String reason) {
        writer.write(db -> {
            runs.finish(db, id, "failed", reason, clock.instant());
            return null;
        });
    }
}
