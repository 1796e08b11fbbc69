package upbeat.herald.server.ingest.spreadsheet;

import java.time.InstantSource;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.LruMap;
import upbeat.herald.core.exchange.CsvTable;
import upbeat.herald.core.exchange.SheetColumn;
import upbeat.herald.core.exchange.Table;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.random.RandomIds;

/** Files to import: kept, and how their columns are understood. */
@Component
class ImportFiles {
    private final ImportRunRepository runs;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final RandomIds ids;
    /** Files don't change, and what stands in their first lines is asked for again and again. */
    private final Map<String, Head> heads = LruMap.create(200);

    ImportFiles(
            ImportRunRepository runs, JdbcClient reader, DatabaseWriter writer, InstantSource clock, RandomIds ids) {
        this.runs = runs;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.ids = ids;
    }

    /** @param sample the first lines as they stand */
    record Head(List<String> headings, List<List<String>> sample) {
        static Head of(Table table) {
            return new Head(
                    List.copyOf(table.headings()),
                    table.lines().stream().limit(3).map(Table.Line::cells).toList());
        }
    }

    /** The first lines of a file; empty lists where it isn't kept any more. */
    Head findHead(String id) {
        return heads.computeIfAbsent(id, key -> {
            byte[] content = runs.findContent(reader, id);
            return content == null ? new Head(List.of(), List.of()) : Head.of(readTable(content));
        });
    }

    static Table readTable(byte[] file) {
        return XlsxReader.isXlsx(file) ? XlsxReader.read(file) : CsvTable.read(file);
    }

    /**
     * Keeps a file and says how its columns are understood. @param kind {@code orders}, {@code tracking} or
     * {@code stages}
     */
    ImportRunRepository.Run open(String shop, String kind, String fileName, @Nullable String source, byte[] file) {
        Table table = readTable(file);
        ImportMatch match = toMatch(table, table.match(runs.findRememberedHeadings(reader)));
        var run = new ImportRunRepository.Run(
                new ImportFile(ids.newId("sheet_"), fileName, shop, kind, source),
                table.readAs(),
                runs.findLastOnly(reader, shop, kind)
                        .filter(only -> table.headings().contains(only.column()))
                        .map(only -> match.withOnly(only.column(), only.value()))
                        .orElse(match),
                List.of(),
                clock.instant(),
                new ImportRunRepository.Progress(
                        "ready", new ImportCounts(table.lines().size(), 0, 0, 0, 0, 0, 0, 0), null, null));
        writer.write(db -> {
            runs.insert(db, run, file);
            return null;
        });
        heads.put(run.file().id(), Head.of(table));
        return run;
    }

    /** The columns as they are kept and shown, by their headings. */
    static ImportMatch toMatch(Table table, Map<SheetColumn, List<Integer>> match) {
        Map<String, List<String>> columns = new LinkedHashMap<>();
        match.forEach((column, at) -> columns.put(
                column.code(), at.stream().map(table.headings()::get).toList()));
        return new ImportMatch(columns, null, null);
    }
}
