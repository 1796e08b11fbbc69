package upbeat.herald.server.imports;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.exchange.CsvTable;
import upbeat.herald.core.exchange.SheetColumn;
import upbeat.herald.core.exchange.SheetRow;
import upbeat.herald.core.exchange.Table;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.time.RandomIds;

/**
 * Loads a sheet in two phases, both in the background and in small transactions, so that others write in between and
 * somebody can stop it: the check does every row and keeps nothing; doing it keeps each part with the progress made.
 * Rows of one order stay together.
 */
@Component
class Importer implements InitializingBean, DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(Importer.class);
    private static final int TOGETHER = 200;
    private static final int SHOWN = 1_000;
    private static final int MOST_ROWS = 200_000;
    private final RunStore runs;
    private final TakeSheet take;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final RandomIds ids;
    private final Bell bell;
    private final ExecutorService work = Executors.newFixedThreadPool(2, r -> {
        Thread t = new Thread(r, "import");
        t.setDaemon(true);
        return t;
    });
    private final Set<String> stopping = ConcurrentHashMap.newKeySet();

    Importer(
            RunStore runs,
            TakeSheet take,
            JdbcClient reader,
            Writer writer,
            InstantSource clock,
            RandomIds ids,
            Bell bell) {
        this.runs = runs;
        this.take = take;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.ids = ids;
        this.bell = bell;
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

    static Table table(byte[] file) {
        Table table = XlsxTable.is(file) ? XlsxTable.read(file) : CsvTable.read(file);
        if (table.lines().size() > MOST_ROWS)
            throw new HeraldException("file", "The file has more than " + MOST_ROWS + " rows. Split it");
        return table;
    }

    /**
     * Keeps a file and says how its columns are understood. @param kind {@code orders}, {@code tracking} or
     * {@code stages}
     */
    RunStore.Run open(String shop, String kind, String fileName, String source, byte[] file) {
        Table table = table(file);
        Map<SheetColumn, Integer> match = table.match(runs.remembered(reader));
        Map<String, String> columns = new LinkedHashMap<>();
        match.forEach(
                (column, at) -> columns.put(column.code(), table.headings().get(at)));
        var run = new RunStore.Run(
                ids.id("sheet_"),
                shop,
                kind,
                fileName,
                source,
                table.readAs(),
                columns,
                null,
                null,
                "ready",
                table.lines().size(),
                0,
                0,
                0,
                0,
                0,
                0,
                0,
                null,
                clock.instant(),
                null);
        writer.write(db -> {
            runs.insert(db, run, file);
            return null;
        });
        return run;
    }

    /** True where the columns say whose each row is. */
    static boolean enough(RunStore.Run run) {
        return run.columns().containsKey(SheetColumn.ORDER.code())
                || run.kind().equals("stages") && run.columns().containsKey(SheetColumn.TRACKING.code());
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
            boolean begun = runs.begin(db, id, state, from);
            if (begun) runs.clearRows(db, id);
            return begun;
        });
        if (!mine) {
            String now = runs.find(reader, id).map(RunStore.Run::state).orElse("gone");
            throw new HeraldException(
                    "id",
                    now.equals("done")
                            ? "This file was loaded already"
                            : now.equals("gone")
                                    ? "There is no such upload. Load the file again"
                                    : "This file is being worked on; wait, or stop it");
        }
        stopping.remove(id);
        boolean keep = state.equals("doing");
        return work.submit(() -> run(id, keep));
    }

    private void run(String id, boolean keep) {
        try {
            RunStore.Run run = runs.find(reader, id).orElseThrow();
            byte[] content = runs.content(reader, id);
            if (content == null) throw new HeraldException("file", "The file is no longer kept. Load it again");
            Table table = table(content);
            List<SheetRow> rows = table.rows(table.match(run.columns(), true));
            RunStore.Counts counts = new RunStore.Counts();
            counts.total = rows.size();
            TakeSheet.Job job = new TakeSheet.Job(
                    run.shop(), run.kind(), only(table, run), table.headings().indexOf(run.onlyColumn()));
            int shown = 0;
            for (List<List<SheetRow>> part : parts(rows)) {
                if (stopping.remove(id)) {
                    end(
                            id,
                            counts,
                            keep ? "stopped" : "ready",
                            keep
                                    ? "Stopped after " + counts.handled + " of " + counts.total
                                            + " rows. What was done stays; doing it again goes on"
                                    : "The check was stopped after " + counts.handled + " rows");
                    return;
                }
                Map<Long, List<String>> cells = new LinkedHashMap<>();
                part.forEach(order -> order.forEach(r -> cells.put(r.line(), r.cells())));
                List<TakeSheet.RowOutcome> outcomes = keep
                        ? writer.write(db -> kept(db, id, job, part, cells))
                        : writer.rehearse(db -> take.all(db, job, part, clock.instant()));
                outcomes.forEach(counts::add);
                int upTo = shown;
                writer.write(db -> {
                    int n = upTo;
                    for (TakeSheet.RowOutcome o : outcomes) {
                        boolean refused = o.verdict().equals("refused");
                        if (!keep && (refused || n++ < SHOWN))
                            runs.row(db, id, o, refused ? cells.get(o.line()) : null);
                    }
                    runs.progress(db, id, counts);
                    return null;
                });
                shown += outcomes.size();
                if (keep) bell.ring();
            }
            end(id, counts, keep ? "done" : "ready", null);
        } catch (HeraldException e) {
            fail(id, e.getMessage());
        } catch (RuntimeException e) {
            LOG.error("Loading a sheet stumbled: {}", e.toString());
            fail(
                    id,
                    "Something went wrong inside the program; what was done so far stays. Try again, and look at the log if it happens again");
        }
    }

    private List<TakeSheet.RowOutcome> kept(
            JdbcClient db, String id, TakeSheet.Job job, List<List<SheetRow>> part, Map<Long, List<String>> cells) {
        List<TakeSheet.RowOutcome> outcomes = take.all(db, job, part, clock.instant());
        for (TakeSheet.RowOutcome o : outcomes)
            if (o.line() <= SHOWN || o.verdict().equals("refused"))
                runs.row(db, id, o, o.verdict().equals("refused") ? cells.get(o.line()) : null);
        return outcomes;
    }

    private static String only(Table table, RunStore.Run run) {
        if (run.onlyColumn() == null) return null;
        if (!table.headings().contains(run.onlyColumn()))
            throw new HeraldException("only", "The file has no heading \"" + run.onlyColumn() + "\"");
        return run.onlyValue();
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

    private void end(String id, RunStore.Counts counts, String state, String reason) {
        writer.write(db -> {
            runs.progress(db, id, counts);
            runs.end(db, id, state, reason, clock.instant());
            return null;
        });
    }

    private void fail(String id, String reason) {
        writer.write(db -> {
            runs.end(db, id, "failed", reason, clock.instant());
            return null;
        });
    }
}
