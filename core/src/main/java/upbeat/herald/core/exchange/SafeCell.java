package upbeat.herald.core.exchange;

import java.util.List;
import java.util.stream.Collectors;

/**
 * Cells that a spreadsheet must not take for formulas: one that begins like a formula gets an apostrophe in front,
 * which spreadsheets hide and our own reading takes back. Characters as listed by OWASP, "CSV Injection" (from memory).
 */
public final class SafeCell {
    private SafeCell() {}

    public static String escape(String value) {
        if (value == null || value.isEmpty()) return "";
        return "=+-@\t\r".indexOf(value.charAt(0)) >= 0 ? "'" + value : value;
    }

    /** One line of CSV (RFC 4180), every cell safe and quoted where it must be. */
    public static String toCsvLine(List<String> cells) {
        return cells.stream()
                .map(SafeCell::escape)
                .map(c -> c.matches("(?s).*[\",;\\r\\n].*") ? '"' + c.replace("\"", "\"\"") + '"' : c)
                .collect(Collectors.joining(",", "", "\r\n"));
    }
}
