package upbeat.herald.server.ingest.spreadsheet;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.Texts;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/** Files that were loaded: what each would do or did, and the rows that say so. */
@Repository
class ImportRunRepository {
    private static final TypeReference<List<StatusWords.StatusWord>> WORDS = new TypeReference<>() {};
    private static final TypeReference<List<String>> LIST = new TypeReference<>() {};
    private static final String COLUMNS =
            "select id, shop, kind, file_name, source, read_as, columns, only_column, only_value, state, total, handled, created, changed, unchanged, refused, left_out, messages, reason, created_at, ended_at, status_words from import_run ";
    private static final String LAST_ONLY = """
            select only_column, only_value from import_run where shop = ? and kind = ? and state = 'done'
            order by created_at desc limit 1""";
    private static final String ROW =
            "insert or replace into import_row (run_id, line, verdict, order_number, name, what, reason, cells, messages) values (?, ?, ?, ?, ?, ?, ?, ?, ?)";

    /** @param statusWords words of the status column that aren't a stage's own */
    record Run(
            ImportFile file,
            String readAs,
            ImportMatch match,
            List<StatusWords.StatusWord> statusWords,
            Instant createdAt,
            Progress progress) {}

    /** @param state {@code checking}, {@code ready}, {@code doing}, {@code done}, {@code stopped} or {@code failed} */
    record Progress(
            String state,
            ImportCounts counts,
            @Nullable String reason,
            @Nullable Instant endedAt) {}

    /** Which rows were taken: those with this value in this column. */
    record Only(String column, String value) {}

    /** What was chosen for the last file of this kind from this shop, so that it needn't be said again. */
    Optional<Only> findLastOnly(JdbcClient db, String shop, String kind) {
        return db.sql(LAST_ONLY)
                .params(shop, kind)
                .query((rs, i) -> new Only(Texts.orEmpty(rs.getString(1)), Texts.orEmpty(rs.getString(2))))
                .optional()
                .filter(only -> !only.column().isEmpty());
    }

    void saveStatusWords(JdbcClient db, String id, List<StatusWords.StatusWord> words) {
        db.sql("update import_run set status_words = ? where id = ?")
                .params(words.isEmpty() ? null : Json.write(words), id)
                .update();
    }

    void insert(JdbcClient db, Run r, byte[] content) {
        db.sql(
                        "insert into import_run (id, shop, kind, file_name, source, content, read_as, columns, only_column, only_value, state, total, created_at) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        r.file().id(),
                        r.file().shop(),
                        r.file().kind(),
                        r.file().fileName(),
                        r.file().source(),
                        content,
                        r.readAs(),
                        Json.write(r.match().columns()),
                        r.match().onlyColumn(),
                        r.match().onlyValue(),
                        r.progress().state(),
                        r.progress().counts().total(),
                        r.createdAt().toEpochMilli())
                .update();
        db.sql("update import_run set content = null where created_at < ?")
                .param(r.createdAt().minusSeconds(7 * 86_400L).toEpochMilli())
                .update();
    }

    Optional<Run> find(JdbcClient db, String id) {
        return db.sql(COLUMNS + "where id = ?")
                .param(id)
                .query(ImportRunRepository::run)
                .optional();
    }

    List<Run> findLatest(JdbcClient db, int most) {
        return db.sql(COLUMNS + "order by created_at desc, id desc limit ?")
                .param(most)
                .query(ImportRunRepository::run)
                .list();
    }

    byte @Nullable [] findContent(JdbcClient db, String id) {
        return db.sql("select content from import_run where id = ?")
                .param(id)
                .query((rs, i) -> rs.getBytes(1))
                .optional()
                .orElse(null);
    }

    /** The file itself goes; what became of its rows stays. */
    void deleteContent(JdbcClient db, String id) {
        db.sql("update import_run set content = null where id = ?").param(id).update();
    }

    /** Starts a phase: a conditional change whose row count says who has it. */
    boolean updateState(JdbcClient db, String id, String state, List<String> from) {
        return db.sql(
                                "update import_run set state = :state, handled = 0, created = 0, changed = 0, unchanged = 0, refused = 0, left_out = 0, messages = 0, reason = null, ended_at = null where id = :id and state in (:from)")
                        .param("state", state)
                        .param("id", id)
                        .param("from", from)
                        .update()
                == 1;
    }

    void saveMatch(JdbcClient db, String id, ImportMatch match, @Nullable String kind) {
        db.sql("update import_run set columns = ?, kind = ?, only_column = ?, only_value = ? where id = ?")
                .params(Json.write(match.columns()), kind, match.onlyColumn(), match.onlyValue(), id)
                .update();
    }

    void updateProgress(JdbcClient db, String id, Counts c) {
        db.sql(
                        "update import_run set handled = ?, created = ?, changed = ?, unchanged = ?, refused = ?, left_out = ?, messages = ?, total = ? where id = ?")
                .params(c.handled, c.created, c.changed, c.unchanged, c.refused, c.leftOut, c.messages, c.total, id)
                .update();
    }

    void finish(JdbcClient db, String id, String state, @Nullable String reason, Instant now) {
        db.sql("update import_run set state = ?, reason = ?, ended_at = ? where id = ?")
                .params(state, reason, now.toEpochMilli(), id)
                .update();
    }

    /** Runs that a process which died left open. */
    void sweep(JdbcClient db, Instant now) {
        db.sql(
                        "update import_run set state = 'stopped', reason = 'The program stopped while this was loaded. Load the file again: rows that were done change nothing', ended_at = ? where state in ('checking', 'doing')")
                .param(now.toEpochMilli())
                .update();
    }

    void clearRows(JdbcClient db, String id) {
        db.sql("delete from import_row where run_id = ?").param(id).update();
    }

    void insertRow(JdbcClient db, String id, SpreadsheetImport.RowOutcome r, @Nullable List<String> cells) {
        db.sql(ROW)
                .params(
                        id,
                        r.line(),
                        r.outcome(),
                        r.order(),
                        r.name(),
                        Json.write(r.what()),
                        r.reason(),
                        cells == null ? null : Json.write(cells),
                        r.messages())
                .update();
    }

    /** Refused rows first, then the others in their order. */
    List<SpreadsheetImport.RowOutcome> findRows(JdbcClient db, String id, int most) {
        return db.sql(
                        "select line, order_number, name, verdict, what, reason, messages from import_row where run_id = ? order by verdict <> 'refused', line limit ?")
                .params(id, most)
                .query((rs, i) -> new SpreadsheetImport.RowOutcome(
                        rs.getLong("line"),
                        rs.getString("order_number"),
                        rs.getString("name"),
                        rs.getString("verdict"),
                        Json.read(rs.getString("what"), LIST),
                        rs.getString("reason"),
                        rs.getInt("messages")))
                .list();
    }

    record RefusedRow(long line, List<String> cells, String reason) {}

    List<RefusedRow> findRefusedRows(JdbcClient db, String id) {
        return db.sql("select line, cells, reason from import_row where run_id = ? and verdict = 'refused'"
                        + " and cells is not null order by line")
                .param(id)
                .query((rs, i) -> new RefusedRow(rs.getLong(1), Json.read(rs.getString(2), LIST), rs.getString(3)))
                .list();
    }

    Map<String, String> findRememberedHeadings(JdbcClient db) {
        return db
                .sql("select heading, column_code from column_match")
                .query((rs, i) -> Map.entry(rs.getString(1), rs.getString(2)))
                .list()
                .stream()
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    void saveHeading(JdbcClient db, String heading, String column) {
        db.sql(
                        "insert into column_match (heading, column_code) values (?, ?) on conflict (heading) do update set column_code = excluded.column_code")
                .params(heading, column)
                .update();
    }

    /** Running counts of a phase. */
    static final class Counts {
        int total;
        int handled;
        int created;
        int changed;
        int unchanged;
        int refused;
        int leftOut;
        int messages;

        void add(SpreadsheetImport.RowOutcome r) {
            handled++;
            messages += r.messages();
            switch (r.outcome()) {
                case "new" -> created++;
                case "changed" -> changed++;
                case "refused" -> refused++;
                case "left out" -> leftOut++;
                default -> unchanged++;
            }
        }
    }

    private static Run run(ResultSet rs, int i) throws SQLException {
        return new Run(
                new ImportFile(
                        rs.getString("id"),
                        rs.getString("file_name"),
                        rs.getString("shop"),
                        rs.getString("kind"),
                        rs.getString("source")),
                rs.getString("read_as"),
                new ImportMatch(
                        columns(rs.getString("columns")), rs.getString("only_column"), rs.getString("only_value")),
                rs.getString("status_words") == null ? List.of() : Json.read(rs.getString("status_words"), WORDS),
                Instant.ofEpochMilli(rs.getLong("created_at")),
                new Progress(
                        rs.getString("state"),
                        new ImportCounts(
                                rs.getInt("total"),
                                rs.getInt("handled"),
                                rs.getInt("created"),
                                rs.getInt("changed"),
                                rs.getInt("unchanged"),
                                rs.getInt("refused"),
                                rs.getInt("left_out"),
                                rs.getInt("messages")),
                        rs.getString("reason"),
                        Columns.nullableInstant(rs, "ended_at")));
    }

    /** A column used to have one heading alone, and was kept as that. */
    private static Map<String, List<String>> columns(String json) {
        Map<String, List<String>> columns = new LinkedHashMap<>();
        Json.readTree(json)
                .properties()
                .forEach(e -> columns.put(
                        e.getKey(),
                        e.getValue().isArray()
                                ? e.getValue()
                                        .valueStream()
                                        .map(JsonNode::asString)
                                        .toList()
                                : List.of(e.getValue().asString())));
        return columns;
    }
}
