package upbeat.herald.server.ingest.spreadsheet;

import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Which column holds what.
 *
 * @param columns column code to heading
 * @param onlyColumn heading whose rows are taken where they hold {@code onlyValue}; null for all rows
 */
record ImportMatch(
        Map<String, String> columns,
        @Nullable String onlyColumn,
        @Nullable String onlyValue) {}
