package upbeat.herald.server.ingest.spreadsheet;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.SafeCell;
import upbeat.herald.core.exchange.SheetColumn;
import upbeat.herald.core.exchange.Table;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.ingest.OrderDocument;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.web.NotFoundException;
import upbeat.herald.server.platform.web.ValidationException;

/** Loads a sheet in two steps: first what it would do, row by row, keeping nothing; then, on a word, doing it. */
@Service
class SpreadsheetService {
    private static final Set<String> KINDS = Set.of("orders", "tracking", "stages");
    private static final int SHOWN = 1_000;
    private static final int LATEST = 20;
    private static final int LONGEST_WORD = 80;
    /** A small sheet is answered with its result; a large one is asked about again. */
    private static final int PATIENCE_MILLIS = 2_500;

    private final ImportRunner importer;
    private final ImportFiles files;
    private final ImportRunRepository runs;
    private final StatusWordRepository statuses;
    private final DatabaseWriter writer;
    private final JdbcClient reader;

    SpreadsheetService(
            ImportRunner importer,
            ImportFiles files,
            ImportRunRepository runs,
            StatusWordRepository statuses,
            DatabaseWriter writer,
            JdbcClient reader) {
        this.importer = importer;
        this.files = files;
        this.runs = runs;
        this.statuses = statuses;
        this.writer = writer;
        this.reader = reader;
    }

    record ColumnView(String code, String words) {}

    /**
     * What the file holds.
     *
     * @param leftOut headings that no column is taken from; {@code all} the columns there are
     * @param sample the first lines as they stand
     * @param statusWords words of the status column that aren't a stage's own
     */
    record SheetContent(
            String readAs,
            List<String> headings,
            List<String> leftOut,
            List<ColumnView> all,
            List<List<String>> sample,
            List<StatusWords.StatusWord> statusWords) {}

    /**
     * @param applied false while this is only what would be done
     * @param rows the refused ones first, up to 1,000
     */
    record SheetResult(
            @JsonUnwrapped ImportFile file,
            String state,
            boolean applied,
            @JsonUnwrapped SheetContent content,
            @JsonUnwrapped ImportMatch match,
            @JsonUnwrapped ImportCounts counts,
            @Nullable String reason,
            List<SpreadsheetImport.RowOutcome> rows) {}

    record RunLine(
            @JsonUnwrapped ImportFile file,
            String state,
            int total,
            int created,
            int changed,
            int refused,
            int messages,
            Instant createdAt) {}

    /**
     * @param columns column code to headings; {@code onlyColumn} heading of the rows that are taken
     * @param statuses what words of the status column mean: a stage's code, or empty text for nothing
     */
    record Match(
            @Nullable String kind,
            @Nullable Map<String, List<String>> columns,
            @Nullable String onlyColumn,
            @Nullable String onlyValue,
            @Nullable Map<String, String> statuses) {}

    SheetResult check(MultipartFile file, String shop, String kind) throws IOException {
        ValidationException errors = new ValidationException();
        OrderDocument.checkShop(shop, "shop", errors);
        if (!KINDS.contains(kind)) errors.add("kind", "Choose what the file contains");
        errors.throwIfAny();
        ImportRunRepository.Run run = files.open(
                shop,
                kind,
                file.getOriginalFilename() == null ? "sheet" : file.getOriginalFilename(),
                "upload",
                file.getBytes());
        if (ImportRunner.isMapped(run)) await(importer.check(run.file().id()));
        return result(run.file().id());
    }

    /** Says what the columns are; remembered by their headings. The check is done anew. */
    SheetResult saveMatch(String id, Match body) {
        ImportRunRepository.Run run = find(id);
        if (run.progress().state().equals("done") || run.progress().state().equals("doing"))
            throw new HeraldException("id", "This file was already imported. Upload it again to change its columns");
        String kind = body.kind() == null ? run.file().kind() : body.kind();
        if (!KINDS.contains(kind)) throw new HeraldException("kind", "Choose what the file contains");
        Map<String, List<String>> columns = body.columns() == null ? run.match().columns() : body.columns();
        ImportFiles.Head head = files.findHead(id);
        if (head.headings().isEmpty()) throw new NotFoundException("The file is no longer kept. Upload it again");
        Table table = new Table(run.readAs(), head.headings(), List.of());
        Map<SheetColumn, List<Integer>> match = table.readMatch(columns);
        Map<String, Optional<Stage>> words = readStatuses(body.statuses());
        String only = Texts.blankToNull(body.onlyColumn());
        if (only != null && !table.headings().contains(only))
            throw new HeraldException("onlyColumn", "The file has no heading \"" + only + "\"");
        writer.write(db -> {
            ImportMatch kept = ImportFiles.toMatch(table, match)
                    .withOnly(only, only == null ? null : Texts.orEmpty(body.onlyValue()));
            runs.saveMatch(db, id, kept, kind);
            words.forEach((word, stage) -> statuses.save(db, word, stage.orElse(null)));
            for (int i = 0; i < table.headings().size(); i++) {
                Integer at = i;
                String code = match.entrySet().stream()
                        .filter(e -> e.getValue().contains(at))
                        .map(e -> e.getKey()
                                .remember(e.getValue().indexOf(at), e.getValue().size()))
                        .findFirst()
                        .orElse("");
                if (!table.headings().get(i).isBlank())
                    runs.saveHeading(db, SheetColumn.normalize(table.headings().get(i)), code);
            }
            return null;
        });
        if (ImportRunner.isMapped(find(id))) await(importer.check(id));
        return result(id);
    }

    private static Map<String, Optional<Stage>> readStatuses(@Nullable Map<String, String> given) {
        Map<String, Optional<Stage>> words = new LinkedHashMap<>();
        if (given == null) return words;
        given.forEach((word, code) -> {
            Optional<Stage> stage = Stage.fromCode(code);
            if (stage.isEmpty() && !Texts.isBlank(code))
                throw new HeraldException("statuses", "\"" + code + "\" isn't a stage");
            if (Texts.isBlank(word) || word.length() > LONGEST_WORD)
                throw new HeraldException("statuses", "A status has 1 to " + LONGEST_WORD + " characters");
            words.put(word, stage);
        });
        return words;
    }

    SheetResult apply(String id) {
        ImportRunRepository.Run run = find(id);
        if (!ImportRunner.isMapped(run))
            throw new HeraldException("columns", "Choose the column with the order numbers");
        await(importer.load(id));
        return result(id);
    }

    SheetResult stop(String id) {
        find(id);
        importer.stop(id);
        return result(id);
    }

    SheetResult get(String id) {
        return result(id);
    }

    List<RunLine> listLatest() {
        return runs.findLatest(reader, LATEST).stream()
                .map(r -> new RunLine(
                        new ImportFile(
                                r.file().id(),
                                r.file().fileName(),
                                r.file().shop(),
                                r.file().kind(),
                                r.file().source()),
                        r.progress().state(),
                        r.progress().counts().total(),
                        r.progress().counts().created(),
                        r.progress().counts().changed(),
                        r.progress().counts().refused(),
                        r.progress().counts().messages(),
                        r.createdAt()))
                .toList();
    }

    /** The refused rows as they came, with the reason behind each, to be mended and loaded again. */
    ResponseEntity<String> downloadRefused(String id) {
        find(id);
        List<String> headings = new ArrayList<>(files.findHead(id).headings());
        headings.add("why it was refused");
        StringBuilder out = new StringBuilder("\ufeff").append(SafeCell.toCsvLine(headings));
        for (ImportRunRepository.RefusedRow row : runs.findRefusedRows(reader, id)) {
            List<String> cells = new ArrayList<>(row.cells());
            while (cells.size() < headings.size() - 1) cells.add("");
            cells.add(row.reason());
            out.append(SafeCell.toCsvLine(cells));
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

    private ImportRunRepository.Run find(String id) {
        return runs.find(reader, id)
                .orElseThrow(() -> new NotFoundException("There is no upload " + id + ". Upload the file again"));
    }

    private SheetResult result(String id) {
        ImportRunRepository.Run r = find(id);
        ImportFiles.Head head = files.findHead(id);
        List<String> leftOut = head.headings().stream()
                .filter(h -> r.match().columns().values().stream().noneMatch(used -> used.contains(h)))
                .toList();
        return new SheetResult(
                r.file(),
                r.progress().state(),
                r.progress().state().equals("done"),
                new SheetContent(
                        r.readAs(),
                        head.headings(),
                        leftOut,
                        java.util.Arrays.stream(SheetColumn.values())
                                .map(c -> new ColumnView(c.code(), c.label()))
                                .toList(),
                        head.sample(),
                        r.statusWords()),
                r.match(),
                r.progress().counts(),
                r.progress().reason(),
                runs.findRows(reader, id, SHOWN));
    }
}
