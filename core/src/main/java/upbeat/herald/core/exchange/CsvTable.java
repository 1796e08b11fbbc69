package upbeat.herald.core.exchange;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;

/**
 * Reads CSV (RFC 4180 and its usual deviations): byte order mark, UTF-8, UTF-16 or Latin letters, comma, semicolon, tab
 * or bar, any line ending.
 */
public final class CsvTable {
    private static final Map<Character, String> DELIMITERS = new LinkedHashMap<>();

    static {
        DELIMITERS.put(',', "commas");
        DELIMITERS.put(';', "semicolons");
        DELIMITERS.put('\t', "tabs");
        DELIMITERS.put('|', "bars");
    }

    private CsvTable() {}

    /** @throws HeraldException where the file is no such table, with what to do about it */
    public static Table read(byte[] file) {
        if (file.length == 0) throw new HeraldException("file", "The file is empty");
        Charset charset = charset(file);
        String text = new String(file, charset);
        if (text.startsWith("\ufeff")) text = text.substring(1);
        if (text.indexOf('\0') >= 0)
            throw new HeraldException(
                    "file", "This is not a CSV file. Save the sheet as CSV (UTF-8) or XLSX and try again");
        if (Texts.isBlank(text)) throw new HeraldException("file", "The file is empty");
        char delimiter = delimiter(text);
        List<CsvRecord> records = records(text, delimiter);
        if (records.isEmpty()) throw new HeraldException("file", "The file is empty");
        List<Table.Line> lines = records.stream()
                .skip(1)
                .map(r -> new Table.Line(r.getStartingLineNumber(), r.getFields()))
                .toList();
        return new Table(
                charset.name() + " with " + DELIMITERS.get(delimiter),
                records.get(0).getFields().stream().map(String::strip).toList(),
                lines);
    }

    private static List<CsvRecord> records(String text, char delimiter) {
        try (Stream<CsvRecord> stream = CsvReader.builder()
                .fieldSeparator(delimiter)
                .skipEmptyLines(true)
                .allowMissingFields(true)
                .allowExtraFields(true)
                .ofCsvRecord(text)
                .stream()) {
            List<CsvRecord> records = new ArrayList<>();
            long cells = 0;
            for (Iterator<CsvRecord> rest = stream.iterator(); rest.hasNext(); ) {
                CsvRecord r = rest.next();
                if (records.size() > Table.MOST_ROWS) throw Table.tooManyRows();
                if (r.getFieldCount() > Table.MOST_COLUMNS) throw Table.tooManyColumns();
                cells += r.getFieldCount();
                if (cells > Table.MOST_CELLS) throw Table.tooManyCells();
                r.getFields().forEach(Table::checkLength);
                records.add(r);
            }
            return records;
        } catch (CsvParseException e) {
            throw new HeraldException(
                    "file",
                    "The file can't be read as CSV: "
                            + (e.getCause() == null
                                    ? e.getMessage()
                                    : e.getCause().getMessage()));
        }
    }

    /** UTF-8 where the bytes are, else the Latin letters of Windows, a superset of ISO 8859-1's. */
    private static Charset charset(byte[] file) {
        if (file.length > 1
                && (file[0] == (byte) 0xFF && file[1] == (byte) 0xFE
                        || file[0] == (byte) 0xFE && file[1] == (byte) 0xFF)) return StandardCharsets.UTF_16;
        try {
            StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(file));
            return StandardCharsets.UTF_8;
        } catch (CharacterCodingException e) {
            return Charset.forName("windows-1252");
        }
    }

    /** The delimiter that the heading line holds most often outside quotes; a comma where it holds none. */
    private static char delimiter(String text) {
        Map<Character, Integer> counts = new LinkedHashMap<>();
        DELIMITERS.keySet().forEach(c -> counts.put(c, 0));
        boolean quoted = false;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '"') quoted = !quoted;
            else if (!quoted && (c == '\n' || c == '\r')) break;
            else if (!quoted && counts.containsKey(c)) counts.merge(c, 1, Integer::sum);
        }
        return counts.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .filter(e -> e.getValue() > 0)
                .map(Map.Entry::getKey)
                .orElse(',');
    }
}
