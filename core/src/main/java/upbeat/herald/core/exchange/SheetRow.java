package upbeat.herald.core.exchange;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * One line of a sheet, read by its columns; absent cells are null.
 *
 * @param line where it begins in the file, the heading is line 1
 * @param cells as they stand, for giving a refused row back
 * @param fault why the line as a whole can't be used, or null
 */
public record SheetRow(
        long line,
        Map<SheetColumn, String> values,
        List<String> cells,
        @Nullable String fault) {
    public @Nullable String get(SheetColumn column) {
        return values.get(column);
    }
}
