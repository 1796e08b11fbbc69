package upbeat.herald.server.imports;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.SafeCell;
import upbeat.herald.core.exchange.SheetColumn;
import upbeat.herald.core.exchange.Table;
import upbeat.herald.server.intake.OrderDocument;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.web.Faults;
import upbeat.herald.server.web.NotFound;

/** Loads a sheet in two steps: first what it would do, row by row, keeping nothing; then, on a word, doing it. */
@RestController
@RequestMapping("/ui/sheets")
@Tag(name = "ui-sheets")
class SheetDoor {
    private static final Set<String> KINDS = Set.of("orders", "tracking", "stages");
    private static final int SHOWN = 1_000;
    private static final int LATEST = 20;
    /** A small sheet is answered with its result; a large one is asked about again. */
    private static final int PATIENCE_MILLIS = 2_500;

    private final Importer importer;
    private final RunStore runs;
    private final Writer writer;
    private final JdbcClient reader;

    SheetDoor(Importer importer, RunStore runs, Writer writer, JdbcClient reader) {
        this.importer = importer;
        this.runs = runs;
        this.writer = writer;
        this.reader = reader;
    }

    record ColumnView(String code, String words) {}

    /**
     * @param applied false while this is only what would be done; {@code handled} of {@code total} rows so far;
     *     {@code rows} the refused ones first, up to 1,000; {@code sample} the first lines as they stand
     */
    record SheetResult(
            String id,
            String fileName,
            String shop,
            String kind,
            String state,
            boolean applied,
            String readAs,
            List<String> headings,
            Map<String, String> columns,
            List<String> leftOut,
            List<ColumnView> all,
            @Nullable String onlyColumn,
            @Nullable String onlyValue,
            List<List<String>> sample,
            int total,
            int handled,
            int created,
            int changed,
            int unchanged,
            int refused,
            int leftOutRows,
            int messages,
            @Nullable String reason,
            List<TakeSheet.RowOutcome> rows) {}

    record RunLine(
            String id,
            String fileName,
            String shop,
            String kind,
            String source,
            String state,
            int total,
            int created,
            int changed,
            int refused,
            int messages,
            Instant createdAt) {}

    /** @param columns column code to heading; {@code onlyColumn} heading of the rows that are taken */
    record Match(
            @Nullable String kind,
            @Nullable Map<String, String> columns,
            @Nullable String onlyColumn,
            @Nullable String onlyValue) {}

    @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    SheetResult check(
            @RequestParam("file") MultipartFile file,
            @RequestParam("shop") String shop,
            @RequestParam(name = "kind", defaultValue = "orders") String kind)
            throws IOException {
        Faults faults = new Faults();
        OrderDocument.checkShop(shop, "shop", faults);
        if (!KINDS.contains(kind)) faults.add("kind", "A sheet holds orders, tracking or stages");
        faults.raise();
        RunStore.Run run = importer.open(
                shop,
                kind,
                file.getOriginalFilename() == null ? "sheet" : file.getOriginalFilename(),
                "upload",
                file.getBytes());
        if (Importer.enough(run)) await(importer.check(run.id()));
        return result(run.id());
    }

    /** Says what the columns are; remembered by their headings. The check is done anew. */
    @PutMapping("/{id}")
    SheetResult match(@PathVariable String id, @RequestBody Match body) {
        RunStore.Run run = find(id);
        if (run.state().equals("done") || run.state().equals("doing"))
            throw new HeraldException("id", "This file was loaded already. Load it anew to change its columns");
        String kind = body.kind() == null ? run.kind() : body.kind();
        if (!KINDS.contains(kind)) throw new HeraldException("kind", "A sheet holds orders, tracking or stages");
        Map<String, String> columns = body.columns() == null ? run.columns() : body.columns();
        Table table = Importer.table(runs.content(reader, id));
        Map<SheetColumn, Integer> match = table.match(columns, true);
        String only = Texts.orNull(body.onlyColumn());
        if (only != null && !table.headings().contains(only))
            throw new HeraldException("onlyColumn", "The file has no heading \"" + only + "\"");
        writer.write(db -> {
            Map<String, String> kept = new LinkedHashMap<>();
            match.forEach((c, at) -> kept.put(c.code(), table.headings().get(at)));
            runs.match(
                    db, id, kept, kind, only, only == null ? null : body.onlyValue() == null ? "" : body.onlyValue());
            for (int i = 0; i < table.headings().size(); i++) {
                Integer at = i;
                String code = match.entrySet().stream()
                        .filter(e -> e.getValue().equals(at))
                        .map(e -> e.getKey().code())
                        .findFirst()
                        .orElse("");
                if (!table.headings().get(i).isBlank())
                    runs.remember(db, SheetColumn.plain(table.headings().get(i)), code);
            }
            return null;
        });
        if (Importer.enough(find(id))) await(importer.check(id));
        return result(id);
    }

    @PostMapping("/{id}")
    SheetResult apply(@PathVariable String id) {
        RunStore.Run run = find(id);
        if (!Importer.enough(run)) throw new HeraldException("columns", "Say which column holds the order numbers");
        await(importer.load(id));
        return result(id);
    }

    @PostMapping("/{id}/stop")
    SheetResult stop(@PathVariable String id) {
        find(id);
        importer.stop(id);
        return result(id);
    }

    @GetMapping("/{id}")
    SheetResult one(@PathVariable String id) {
        return result(id);
    }

    @GetMapping
    List<RunLine> latest() {
        return runs.latest(reader, LATEST).stream()
                .map(r -> new RunLine(
                        r.id(),
                        r.fileName(),
                        r.shop(),
                        r.kind(),
                        r.source(),
                        r.state(),
                        r.total(),
                        r.created(),
                        r.changed(),
                        r.refused(),
                        r.messages(),
                        r.createdAt()))
                .toList();
    }

    /** The refused rows as they came, with the reason behind each, to be mended and loaded again. */
    @GetMapping("/{id}/refused.csv")
    ResponseEntity<String> refused(@PathVariable String id) {
        find(id);
        byte[] content = runs.content(reader, id);
        List<String> headings = new ArrayList<>(
                content == null ? List.of() : Importer.table(content).headings());
        headings.add("why it was refused");
        StringBuilder out = new StringBuilder("\ufeff").append(SafeCell.csv(headings));
        for (RunStore.RefusedRow row : runs.refused(reader, id)) {
            List<String> cells = new ArrayList<>(row.cells());
            while (cells.size() < headings.size() - 1) cells.add("");
            cells.add(row.reason());
            out.append(SafeCell.csv(cells));
        }
        return ResponseEntity.ok()
                .contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
                .header("Content-Disposition", "attachment; filename=\"refused.csv\"")
                .body(out.toString());
    }

    private static void await(Future<?> work) {
        try {
            work.get(PATIENCE_MILLIS, TimeUnit.MILLISECONDS);
        } catch (TimeoutException e) {
            // It goes on; the interface asks again.
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        }
    }

    private RunStore.Run find(String id) {
        return runs.find(reader, id)
                .orElseThrow(() -> new NotFound("There is no upload " + id + ". Load the file again"));
    }

    private SheetResult result(String id) {
        RunStore.Run r = find(id);
        byte[] content = runs.content(reader, id);
        Table table = content == null ? new Table(r.readAs(), List.of(), List.of()) : Importer.table(content);
        List<String> leftOut = table.headings().stream()
                .filter(h -> !r.columns().containsValue(h))
                .toList();
        return new SheetResult(
                r.id(),
                r.fileName(),
                r.shop(),
                r.kind(),
                r.state(),
                r.state().equals("done"),
                r.readAs(),
                table.headings(),
                r.columns(),
                leftOut,
                java.util.Arrays.stream(SheetColumn.values())
                        .map(c -> new ColumnView(c.code(), c.words()))
                        .toList(),
                r.onlyColumn(),
                r.onlyValue(),
                table.lines().stream().limit(3).map(Table.Line::cells).toList(),
                r.total(),
                r.handled(),
                r.created(),
                r.changed(),
                r.unchanged(),
                r.refused(),
                r.leftOut(),
                r.messages(),
                r.reason(),
                runs.rows(reader, id, SHOWN));
    }
}
