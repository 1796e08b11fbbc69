package upbeat.herald.server.platform.sheet;

import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import upbeat.herald.core.exchange.SafeCell;
import upbeat.herald.server.platform.web.NotFoundException;

/**
 * Writes rows as CSV or XLSX while they are read, so that none of the two holds them all in memory. In XLSX every cell
 * is text, so none can be a formula; in CSV what looks like one is made harmless.
 */
public enum SheetFile {
    CSV("text/csv;charset=UTF-8"),
    XLSX("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet");

    /** What the format holds (ECMA-376, as every program reads it). */
    private static final int MOST_ROWS = 1_048_576;
    /** Rows are written out in parts, so that no sheet is held in memory. */
    private static final int FLUSHED = 1_000;

    private final String mediaType;

    SheetFile(String mediaType) {
        this.mediaType = mediaType;
    }

    /** Takes rows one after the other, the headings first. */
    public interface RowWriter {
        /** @param cells null for an empty one */
        void write(List<String> cells) throws IOException;
    }

    /** Gives rows one after the other. */
    public interface Rows {
        void writeTo(RowWriter writer) throws IOException;
    }

    /** @throws NotFoundException where there is no such format */
    public static SheetFile parse(String extension) {
        for (SheetFile file : values()) if (file.extension().equals(extension)) return file;
        throw new NotFoundException("Choose CSV or XLSX");
    }

    public String extension() {
        return name().toLowerCase(Locale.ROOT);
    }

    public String mediaType() {
        return mediaType;
    }

    /** @param name of the sheet in the file */
    public void write(OutputStream out, String name, Rows rows) throws IOException {
        if (this == CSV) writeCsv(out, rows);
        else writeSheet(out, name, rows);
    }

    private static void writeCsv(OutputStream out, Rows rows) throws IOException {
        Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        text.write('\ufeff');
        rows.writeTo(cells -> text.write(SafeCell.toCsvLine(cells)));
        text.flush();
    }

    private static void writeSheet(OutputStream out, String name, Rows rows) throws IOException {
        try (Workbook book = new Workbook(out, "Upbeat Herald", "1.0")) {
            Worksheet sheet = book.newWorksheet(name);
            sheet.freezePane(0, 1);
            int[] row = {0};
            rows.writeTo(cells -> {
                if (row[0] >= MOST_ROWS) return;
                if (row[0] == MOST_ROWS - 1) {
                    sheet.value(row[0]++, 0, "The sheet is full: XLSX ends at this row. Export as CSV for the rest.");
                    return;
                }
                for (int i = 0; i < cells.size(); i++) if (cells.get(i) != null) sheet.value(row[0], i, cells.get(i));
                if (row[0] == 0)
                    sheet.range(0, 0, 0, cells.size() - 1).style().bold().set();
                if (++row[0] % FLUSHED == 0) sheet.flush();
            });
        }
    }
}
