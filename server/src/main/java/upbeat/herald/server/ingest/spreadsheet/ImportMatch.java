package upbeat.herald.server.ingest.spreadsheet;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Which column holds what.
 *
 * @param columns column code to headings; the cells of several are read as one
 * @param onlyColumn heading whose rows are taken where they hold {@code onlyValue}; null for all rows
 */
record ImportMatch(
        Map<String, List<String>> columns,
        @Nullable String onlyColumn,
        @Nullable String onlyValue) {
    /** For a file whose columns were found by themselves. */
    ImportMatch withOnly(@Nullable String column, @Nullable String value) {
        return new ImportMatch(columns, column, value);
    }
}
