package upbeat.herald.server.ingest.spreadsheet;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
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
    private static final int MOST_ROWS = 200_000;
    /** Beyond this many digits a spreadsheet has rounded the number (IEEE 754 double). */
    private static final int EXACT_DIGITS = 15;

    private XlsxReader() {}

    static boolean isXlsx(byte[] file) {
        return file.length > 3 && file[0] == 'P' && file[1] == 'K' && file[2] == 3 && file[3] == 4;
    }

    static Table read(byte[] file) {
        checkPacking(file);
        try (ReadableWorkbook book = new ReadableWorkbook(new ByteArrayInputStream(file))) {
            List<String> headings = new ArrayList<>();
            List<Table.Line> lines = new ArrayList<>();
            try (Stream<Row> rows = book.getFirstSheet().openStream()) {
                rows.forEach(row -> {
                    List<String> cells = cells(row);
                    if (cells.stream().allMatch(String::isBlank)) return;
                    if (headings.isEmpty()) cells.forEach(c -> headings.add(c.strip()));
                    else {
                        while (cells.size() < headings.size()) cells.add("");
                        lines.add(new Table.Line(row.getRowNum(), cells));
                        if (lines.size() > MOST_ROWS)
                            throw new HeraldException(
                                    "file",
                                    "The file has more than " + MOST_ROWS + " rows. Split it into smaller files");
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
        return text == null ? "" : text;
    }

    /** A small file may unpack to more than there is memory; it is unpacked here once without keeping anything. */
    private static void checkPacking(byte[] file) {
        byte[] buffer = new byte[1 << 16];
        long all = 0;
        int entries = 0;
        try (ZipFile zip = ZipFile.builder().setByteArray(file).get()) {
            for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
                if (++entries > MOST_ENTRIES) throw new HeraldException("file", "The workbook has too many parts");
                try (InputStream in = zip.getInputStream(entry)) {
                    for (int n = in.read(buffer); n > 0; n = in.read(buffer)) {
                        all += n;
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
}
