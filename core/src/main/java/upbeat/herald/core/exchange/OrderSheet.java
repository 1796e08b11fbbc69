package upbeat.herald.core.exchange;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;

/**
 * Reads a CSV of orders (RFC 4180 and its usual deviations): byte order mark, UTF-8 or Latin-1 letters, comma, semicolon, tab or bar, any
 * line ending. Columns are found by their headings, in any order; unknown ones are left alone.
 *
 * @param delimiter,encoding what was recognised
 * @param columns   headings that were understood
 * @param leftOut   headings that were not
 */
public record OrderSheet(String delimiter, String encoding, List<String> columns, List<String> leftOut, List<SheetRow> rows) {

    /** The columns of an order sheet and the headings they go by (common practice, no source). */
    private enum Column {
        ORDER("order number", "order", "order no", "number", "order id"), NAME("name", "customer", "customer name", "recipient"),
        EMAIL("e-mail", "email", "mail", "e-mail address", "email address"), PHONE("phone", "telephone", "mobile", "phone number"),
        COUNTRY("country", "country code", "ship to country"), CARRIER("carrier", "shipped by", "courier"),
        TRACKING("tracking number", "tracking", "tracking no", "tracking code"), STATUS("status", "stage", "state");

        private final List<String> headings;

        Column(String... headings) {
            this.headings = List.of(headings);
        }
    }

    /** @throws HeraldException where the file is no such sheet, with what to do about it */
    public static OrderSheet read(byte[] file) {
        if (file.length == 0) throw new HeraldException("file", "The file is empty");
        Charset charset = charset(file);
        String text = new String(file, charset);
        if (text.startsWith("\ufeff")) text = text.substring(1);
        if (text.indexOf('\0') >= 0) throw new HeraldException("file", "This is not a CSV file. Save the sheet as CSV (UTF-8) and try again");
        if (Texts.blank(text)) throw new HeraldException("file", "The file is empty");
        char delimiter = delimiter(text);
        List<CsvRecord> records = records(text, delimiter);
        Map<Column, Integer> at = new EnumMap<>(Column.class);
        List<String> leftOut = new ArrayList<>();
        List<String> headings = records.get(0).getFields();
        for (int i = 0; i < headings.size(); i++) {
            String heading = headings.get(i).strip().toLowerCase(Locale.ROOT).replace('_', ' ');
            Column column = Stream.of(Column.values()).filter(c -> c.headings.contains(heading)).findFirst().orElse(null);
            if (column == null || at.putIfAbsent(column, i) != null) leftOut.add(headings.get(i));
        }
        if (!at.containsKey(Column.ORDER)) {
            throw new HeraldException("file", "There is no column with order numbers. Give the first line headings: order number, name, e-mail, phone, country, carrier, tracking number, status");
        }
        List<SheetRow> rows = records.stream().skip(1).filter(r -> r.getFields().stream().anyMatch(f -> !Texts.blank(f))).map(r -> row(r, at)).toList();
        if (rows.isEmpty()) throw new HeraldException("file", "The file has headings but no rows");
        return new OrderSheet(String.valueOf(delimiter), charset.name(), at.values().stream().map(headings::get).toList(), leftOut, rows);
    }

    private static SheetRow row(CsvRecord r, Map<Column, Integer> at) {
        return new SheetRow(r.getStartingLineNumber(), cell(r, at, Column.ORDER), cell(r, at, Column.NAME), cell(r, at, Column.EMAIL), cell(r, at, Column.PHONE),
                cell(r, at, Column.COUNTRY), cell(r, at, Column.CARRIER), cell(r, at, Column.TRACKING), cell(r, at, Column.STATUS));
    }

    private static String cell(CsvRecord r, Map<Column, Integer> at, Column column) {
        Integer i = at.get(column);
        return i == null || i >= r.getFieldCount() ? null : Texts.orNull(r.getField(i));
    }

    private static List<CsvRecord> records(String text, char delimiter) {
        try (Stream<CsvRecord> stream = CsvReader.builder().fieldSeparator(delimiter).skipEmptyLines(true).ofCsvRecord(text).stream()) {
            return stream.toList();
        } catch (CsvParseException e) {
            throw new HeraldException("file", "The file can't be read as CSV: " + (e.getCause() == null ? e.getMessage() : e.getCause().getMessage()));
        }
    }

    /** UTF-8 where the bytes are, else the Latin letters of Windows, a superset of ISO 8859-1's. */
    private static Charset charset(byte[] file) {
        if (file.length > 1 && (file[0] == (byte) 0xFF && file[1] == (byte) 0xFE || file[0] == (byte) 0xFE && file[1] == (byte) 0xFF)) return StandardCharsets.UTF_16;
        try {
            StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(file));
            return StandardCharsets.UTF_8;
        } catch (CharacterCodingException e) {
            return Charset.forName("windows-1252");
        }
    }

    /** The delimiter that the heading line holds most often outside quotes; a comma where it holds none. */
    private static char delimiter(String text) {
        Map<Character, Integer> counts = new java.util.LinkedHashMap<>(Map.of());
        for (char c : new char[] {',', ';', '\t', '|'}) counts.put(c, 0);
        boolean quoted = false;
        for (char c : text.toCharArray()) {
            if (c == '"') quoted = !quoted;
            else if (!quoted && (c == '\n' || c == '\r')) break;
            else if (!quoted && counts.containsKey(c)) counts.merge(c, 1, Integer::sum);
        }
        return counts.entrySet().stream().max(Map.Entry.<Character, Integer>comparingByValue()).filter(e -> e.getValue() > 0).map(Map.Entry::getKey).orElse(',');
    }
}
