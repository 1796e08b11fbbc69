package upbeat.herald.server.carrier;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.CsvTable;
import upbeat.herald.core.exchange.SafeCell;
import upbeat.herald.core.exchange.Table;
import upbeat.herald.core.exchange.YesNo;
import upbeat.herald.server.platform.persistence.Json;

/**
 * Carriers as a file: JSON, or CSV with a line for each carrier. In CSV, number formats stand as lines of {@code name |
 * pattern | check} in one cell and code tables as lines of {@code EMI = delivered}, or {@code "words of the text" =
 * delivered}. Logos are in JSON only.
 */
final class CarrierFile {
    private static final List<String> HEADINGS = List.of(
            "key",
            "name",
            "in use",
            "tracking link",
            "time zone",
            "number formats",
            "codes",
            "scans",
            "asked at",
            "every",
            "tries",
            "for");

    private CarrierFile() {}

    static String toJson(List<CarrierBody> carriers) {
        return Json.write(carriers);
    }

    static String toCsv(List<CarrierBody> carriers) {
        StringBuilder out = new StringBuilder("\ufeff").append(SafeCell.toCsvLine(HEADINGS));
        for (CarrierBody c : carriers) {
            CarrierBody.AskBody ask = c.reporting().ask();
            out.append(SafeCell.toCsvLine(Arrays.asList(
                    c.key(),
                    c.name(),
                    Boolean.TRUE.equals(c.inUse()) ? "yes" : "no",
                    c.linkPattern(),
                    c.reporting().zone(),
                    Objects.requireNonNull(c.formats()).stream()
                            .map(f -> f.name() + " | " + f.pattern() + " | " + f.check())
                            .collect(Collectors.joining("\n")),
                    Objects.requireNonNull(c.reporting().codes()).stream()
                            .map(r -> (r.code() == null ? '"' + r.contains() + '"' : r.code()) + " = " + r.stage())
                            .collect(Collectors.joining("\n")),
                    c.reporting().scans(),
                    ask == null ? null : ask.address(),
                    ask == null ? null : ask.interval(),
                    ask == null ? null : String.valueOf(ask.mostTries()),
                    ask == null ? null : ask.limit())));
        }
        return out.toString();
    }

    /**
     * Each carrier as far as the file speaks of it: what a JSON carrier doesn't name, and columns a CSV file doesn't
     * have, are left out; an empty cell empties what stands there.
     *
     * @throws HeraldException where the file is neither
     */
    static List<ObjectNode> read(byte[] file) {
        String text = new String(file, StandardCharsets.UTF_8).strip();
        if (text.startsWith("\ufeff")) text = text.substring(1).strip();
        return text.startsWith("[") || text.startsWith("{") ? readJson(text) : readCsv(CsvTable.read(file));
    }

    private static List<ObjectNode> readJson(String text) {
        JsonNode document;
        try {
            document = Json.readTree(text);
        } catch (JacksonException e) {
            throw new HeraldException(
                    "file",
                    "This isn't a JSON file of carriers (line "
                            + (e.getLocation() == null ? 1 : e.getLocation().getLineNr()) + ")");
        }
        List<JsonNode> nodes = document.isArray() ? document.valueStream().toList() : List.of(document);
        List<ObjectNode> carriers = new ArrayList<>();
        for (JsonNode node : nodes) {
            if (!(node instanceof ObjectNode carrier))
                throw new HeraldException("file", "Entry " + (carriers.size() + 1) + " isn't a carrier");
            carriers.add(carrier);
        }
        return carriers;
    }

    private static List<ObjectNode> readCsv(Table table) {
        if (table.headings().stream().noneMatch("key"::equalsIgnoreCase))
            throw new HeraldException(
                    "file", "The column \"key\" is missing. Export the carriers to see how the file should look");
        return table.lines().stream().map(l -> carrier(table, l)).toList();
    }

    private static ObjectNode carrier(Table table, Table.Line line) {
        Map<String, Object> given = new LinkedHashMap<>();
        given.put("key", Texts.orEmpty(cell(table, line, "key")));
        for (String[] plain : new String[][] {{"name", "name"}, {"time zone", "zone"}, {"scans", "scans"}}) {
            String value = cell(table, line, plain[0]);
            if (!Texts.isBlank(value)) given.put(plain[1], value);
        }
        String inUse = cell(table, line, "in use");
        if (!Texts.isBlank(inUse)) given.put("inUse", YesNo.parse(inUse).orElse(false));
        String link = cell(table, line, "tracking link");
        if (link != null) given.put("linkPattern", link);
        String formats = cell(table, line, "number formats");
        if (formats != null)
            given.put(
                    "formats", lines(formats).stream().map(CarrierFile::format).toList());
        String codes = cell(table, line, "codes");
        if (codes != null)
            given.put("codes", lines(codes).stream().map(CarrierFile::rule).toList());
        String asked = cell(table, line, "asked at");
        if (asked != null) given.put("ask", asked.isEmpty() ? null : ask(table, line, asked));
        return Json.convert(given, ObjectNode.class);
    }

    private static CarrierBody.FormatBody format(String line) {
        String[] parts = line.split("\\s+\\|\\s+");
        return new CarrierBody.FormatBody(
                parts[0], parts.length > 1 ? parts[1] : null, parts.length > 2 ? parts[2] : "none");
    }

    private static CarrierBody.RuleBody rule(String line) {
        int equals = line.lastIndexOf('=');
        String what = equals < 0 ? line : line.substring(0, equals).strip();
        boolean words = what.length() > 1 && what.startsWith("\"") && what.endsWith("\"");
        return new CarrierBody.RuleBody(
                words ? null : what,
                words ? what.substring(1, what.length() - 1) : null,
                equals < 0 ? null : line.substring(equals + 1).strip());
    }

    private static CarrierBody.AskBody ask(Table table, Table.Line line, String address) {
        String tries = cell(table, line, "tries");
        return new CarrierBody.AskBody(
                address,
                Texts.blankToNull(cell(table, line, "every")),
                tries != null && tries.matches("\\d{1,6}") ? Integer.valueOf(tries) : null,
                Texts.blankToNull(cell(table, line, "for")));
    }

    private static List<String> lines(String cell) {
        return cell.lines().map(String::strip).filter(l -> !l.isEmpty()).toList();
    }

    /** Null where the file has no such column. */
    private static @Nullable String cell(Table table, Table.Line line, String heading) {
        for (int i = 0; i < table.headings().size(); i++)
            if (table.headings().get(i).equalsIgnoreCase(heading))
                return i < line.cells().size()
                        ? line.cells().get(i).replaceFirst("^'(?=[=+@-])", "").strip()
                        : "";
        return null;
    }
}
