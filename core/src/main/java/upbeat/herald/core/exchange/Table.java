package upbeat.herald.core.exchange;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;

/**
 * A table as it was read from a file, first line headings.
 *
 * @param readAs how it was read, in words: "UTF-8 with semicolons"
 */
public record Table(String readAs, List<String> headings, List<Line> lines) {
    /** Far more than order sheets have; asked for while a file is read, so that none takes the memory of others. */
    public static final int MOST_COLUMNS = 200;

    public static final int MOST_ROWS = 200_000;
    public static final long MOST_CELLS = 4_000_000;
    /** What a cell of a spreadsheet holds at the most. */
    public static final int LONGEST_CELL = 32_767;

    public record Line(long number, List<String> cells) {}

    public static HeraldException tooManyRows() {
        return new HeraldException(
                "file", "The file has more than " + MOST_ROWS + " rows. Split it into smaller files");
    }

    public static HeraldException tooManyColumns() {
        return new HeraldException(
                "file", "The file has more than " + MOST_COLUMNS + " columns. Remove those that aren't needed");
    }

    public static HeraldException tooManyCells() {
        return new HeraldException(
                "file", "The file has more than " + MOST_CELLS + " cells. Split it, or remove columns");
    }

    /** The text. @throws HeraldException where it is longer than a cell can be */
    public static String checkLength(String text) {
        if (text.length() <= LONGEST_CELL) return text;
        throw new HeraldException(
                "file",
                "A cell has " + text.length() + " characters; " + LONGEST_CELL
                        + " is the most. A quotation mark may be missing");
    }

    /**
     * The columns by their headings: what a person said before goes before what headings usually mean. Several headings
     * may make one column, whose cells are then read as one.
     *
     * @param remembered plain heading to what {@link SheetColumn#remember} says of it; empty text for one to leave
     *     alone
     */
    public Map<SheetColumn, List<Integer>> match(Map<String, String> remembered) {
        List<String> plain = headings.stream().map(SheetColumn::normalize).toList();
        Map<SheetColumn, List<Integer>> match = new EnumMap<>(SheetColumn.class);
        for (int i = 0; i < plain.size(); i++) {
            Integer at = i;
            SheetColumn.fromCode(remembered.get(plain.get(i))).ifPresent(c -> match.putIfAbsent(c, List.of(at)));
        }
        for (SheetColumn column : SheetColumn.values()) {
            List<Integer> joined = IntStream.range(0, plain.size())
                    .boxed()
                    .filter(i -> column.isPart(remembered.get(plain.get(i))))
                    .sorted(Comparator.comparing(i -> remembered.get(plain.get(i))))
                    .toList();
            if (joined.size() > 1) match.putIfAbsent(column, joined);
        }
        List<String> open =
                plain.stream().map(h -> remembered.containsKey(h) ? "" : h).toList();
        for (SheetColumn column : SheetColumn.values()) {
            List<Integer> parts = column.findParts(open);
            if (!parts.isEmpty()) match.putIfAbsent(column, parts);
        }
        for (int i = 0; i < open.size(); i++) {
            Integer at = i;
            if (match.values().stream().noneMatch(used -> used.contains(at)))
                SheetColumn.fromHeading(open.get(i)).ifPresent(c -> match.putIfAbsent(c, List.of(at)));
        }
        return match;
    }

    /** The rows by their columns. A line that is shorter than the headings may be cut off, and is not used. */
    public List<SheetRow> rows(Map<SheetColumn, List<Integer>> match) {
        List<SheetRow> rows = new ArrayList<>(lines.size());
        for (Line line : lines) {
            if (line.cells().stream().allMatch(Texts::isBlank)) continue;
            Map<SheetColumn, String> values = new EnumMap<>(SheetColumn.class);
            match.forEach((column, at) -> {
                String value = Texts.blankToNull(at.stream()
                        .filter(i -> i < line.cells().size())
                        .map(i -> plain(line.cells().get(i)))
                        .filter(cell -> !Texts.isBlank(cell))
                        .map(cell -> at.size() > 1 ? cell.strip() : cell)
                        .collect(Collectors.joining(column.separator())));
                if (value != null) values.put(column, value);
            });
            boolean longer = line.cells().size() > headings.size()
                    && line.cells().subList(headings.size(), line.cells().size()).stream()
                            .anyMatch(c -> !Texts.isBlank(c));
            String fault = line.cells().size() < headings.size()
                    ? "This row has " + line.cells().size() + " cells but there are " + headings.size()
                            + " headings. It may be cut off"
                    : longer
                            ? "This row has more cells than there are headings. A cell with a separator in it may be missing its quotes"
                            : null;
            rows.add(new SheetRow(line.number(), values, line.cells(), fault));
        }
        if (rows.isEmpty()) throw new HeraldException("file", "The file has headings but no rows");
        return rows;
    }

    /** Takes back the apostrophe that keeps a spreadsheet from reading a cell as a formula. */
    private static String plain(String cell) {
        return cell.length() > 1 && cell.charAt(0) == '\'' && "=+-@".indexOf(cell.charAt(1)) >= 0
                ? cell.substring(1)
                : cell;
    }

    /**
     * A match given by column code and headings, as the interface sends it.
     *
     * @throws HeraldException where a heading or column is unknown, or a heading is used twice
     */
    public Map<SheetColumn, List<Integer>> readMatch(Map<String, List<String>> given) {
        Map<SheetColumn, List<Integer>> match = new EnumMap<>(SheetColumn.class);
        Set<Integer> used = new HashSet<>();
        given.forEach((code, names) -> {
            SheetColumn column = SheetColumn.fromCode(code)
                    .orElseThrow(() -> new HeraldException("columns", "There is no column " + code));
            List<Integer> at = new ArrayList<>();
            for (String heading : names) {
                int i = headings.indexOf(heading);
                if (i < 0) throw new HeraldException("columns", "The file has no heading \"" + heading + "\"");
                if (!used.add(i))
                    throw new HeraldException("columns", "\"" + heading + "\" is used for two columns. Choose one");
                at.add(i);
            }
            if (!at.isEmpty()) match.put(column, at);
        });
        return match;
    }
}
