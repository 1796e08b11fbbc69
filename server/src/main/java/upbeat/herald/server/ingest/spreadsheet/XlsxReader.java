package upbeat.herald.server.ingest.spreadsheet;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import upbeat.herald.core.DecimalNumbers;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.exchange.Table;

/** Reads the first sheet of an XLSX workbook (ECMA-376). A formula counts as the value it was last worked out to. */
final class XlsxReader {
    private static final long MOST_UNPACKED = 300L << 20;
    private static final int MOST_ENTRIES = 2_000;
    private static final long MOST_TIMES = 200;
    /** Beyond this many digits a spreadsheet has rounded the number (IEEE 754 double). */
    private static final int EXACT_DIGITS = 15;

    private static final Pattern REFERENCE = Pattern.compile("\\br=[\"']([A-Za-z]{2,})\\d");

    private XlsxReader() {}

    static boolean isXlsx(byte[] file) {
        return file.length > 3 && file[0] == 'P' && file[1] == 'K' && file[2] == 3 && file[3] == 4;
    }

    static Table read(byte[] file) {
        checkPacking(file);
        try (ReadableWorkbook book = new ReadableWorkbook(new ByteArrayInputStream(file))) {
            List<String> headings = new ArrayList<>();
            List<Table.Line> lines = new ArrayList<>();
            long[] filled = {0};
            try (Stream<Row> rows = book.getFirstSheet().openStream()) {
                rows.forEach(row -> {
                    if (row.getCellCount() > Table.MOST_COLUMNS) throw Table.tooManyColumns();
                    List<String> cells = cells(row);
                    filled[0] += cells.size();
                    if (filled[0] > Table.MOST_CELLS) throw Table.tooManyCells();
                    if (cells.stream().allMatch(String::isBlank)) return;
                    if (headings.isEmpty()) cells.forEach(c -> headings.add(c.strip()));
                    else {
                        while (cells.size() < headings.size()) cells.add("");
                        lines.add(new Table.Line(row.getRowNum(), cells));
                        if (lines.size() > Table.MOST_ROWS) throw Table.tooManyRows();
                    }
                });
            }
            if (headings.isEmpty()) throw new HeraldException("file", "The first sheet of the workbook is empty");
            return new Table("XLSX, first sheet", headings, lines);
        } catch (IOException | RuntimeException e) {
            if (e instanceof HeraldException known) throw known;
            throw new HeraldException(
                    "file", "The workbook can't be read; the file may be damaged or cut off. Save it again as XLSX");
        }
    }

    private static List<String> cells(Row row) {
        List<String> cells = new ArrayList<>();
        for (int i = 0; i < row.getCellCount(); i++) {
            Optional<Cell> cell = row.getOptionalCell(i);
            cells.add(cell.map(XlsxReader::text).orElse(""));
        }
        return cells;
    }

    private static String text(Cell cell) {
        if (cell.getType() == CellType.ERROR) return "";
        if (cell.getType() == CellType.NUMBER) {
            String format = cell.getDataFormatString();
            if (format != null && format.toLowerCase(java.util.Locale.ROOT).matches(".*(yy|dd|d/m|m/d).*"))
                return cell.asDate().toString();
            BigDecimal number = cell.asNumber();
            if (!DecimalNumbers.isReasonable(number)) return DecimalNumbers.toText(number);
            number = number.stripTrailingZeros();
            // Said so that the row is refused with the reason that fits: the digits are gone.
            return number.precision() > EXACT_DIGITS || number.precision() - number.scale() > EXACT_DIGITS
                    ? String.format(java.util.Locale.ROOT, "%.5E", number)
                    : DecimalNumbers.toText(number);
        }
        String text = cell.getText();
        return text == null ? "" : Table.checkLength(text);
    }

    /** A small file may unpack to more than there is memory; it is unpacked here once without keeping anything. */
    private static void checkPacking(byte[] file) {
        byte[] buffer = new byte[1 << 16];
        long all = 0;
        int entries = 0;
        try (ZipFile zip = ZipFile.builder().setByteArray(file).get()) {
            for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
                if (++entries > MOST_ENTRIES) throw new HeraldException("file", "The workbook has too many parts");
                boolean sheet = entry.getName().startsWith("xl/worksheets/");
                ColumnGuard columns = new ColumnGuard();
                try (InputStream in = zip.getInputStream(entry)) {
                    for (int n = in.read(buffer); n > 0; n = in.read(buffer)) {
                        all += n;
                        if (sheet) columns.check(buffer, n);
                        if (all > MOST_UNPACKED || all > 10_000_000 && all / file.length > MOST_TIMES)
                            throw new HeraldException(
                                    "file", "The workbook is far larger than its file. It wasn't opened");
                    }
                }
            }
        } catch (IOException e) {
            throw new HeraldException("file", "The workbook can't be unpacked; the file may be damaged or cut off");
        }
        if (entries == 0) throw new HeraldException("file", "The workbook is empty or cut off");
    }

    /**
     * Looks for cells far to the right before the workbook is opened: a reader makes room for all columns before them.
     * Fed with the bytes of a sheet in any parts.
     */
    static final class ColumnGuard {
        /** Longer than any cell's tag up to its reference. */
        private static final int KEPT = 64;

        private byte[] before = new byte[0];

        void check(byte[] buffer, int length) {
            String text = new String(before, StandardCharsets.ISO_8859_1)
                    + new String(buffer, 0, length, StandardCharsets.ISO_8859_1);
            Matcher cell = REFERENCE.matcher(text);
            while (cell.find()) if (column(cell.group(1)) > Table.MOST_COLUMNS) throw Table.tooManyColumns();
            before = text.substring(Math.max(0, text.length() - KEPT)).getBytes(StandardCharsets.ISO_8859_1);
        }

        /** A is 1, ZZ is 702; anything longer than a sheet has is too far. */
        private static long column(String letters) {
            long column = 0;
            for (char c : letters.substring(0, Math.min(8, letters.length())).toCharArray())
                column = column * 26 + (Character.toUpperCase(c) - 'A' + 1);
            return column;
        }
    }
}
