package upbeat.herald.server.carrier;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.CsvTable;
import upbeat.herald.core.exchange.SafeCell;
import upbeat.herald.core.exchange.Table;
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

    /** @throws HeraldException where the file is neither */
    static List<CarrierBody> read(byte[] file) {
        String text = new String(file, StandardCharsets.UTF_8).strip();
        if (text.startsWith("[") || text.startsWith("{")) {
            try {
                return text.startsWith("{")
                        ? List.of(Json.read(text, CarrierBody.class))
                        : Json.read(text, new TypeReference<List<CarrierBody>>() {});
            } catch (JacksonException e) {
                throw new HeraldException(
                        "file",
                        "This isn't a JSON file of carriers (line "
                                + (e.getLocation() == null ? 1 : e.getLocation().getLineNr()) + ")");
            }
        }
        Table table = CsvTable.read(file);
        if (table.headings().stream().noneMatch("key"::equalsIgnoreCase))
            throw new HeraldException(
                    "file", "The column \"key\" is missing. Export the carriers to see how the file should look");
        return table.lines().stream().map(l -> carrier(table, l)).toList();
    }

    private static CarrierBody carrier(Table table, Table.Line line) {
        List<CarrierBody.FormatBody> formats = new ArrayList<>();
        for (String f : lines(cell(table, line, "number formats"))) {
            String[] parts = f.split("\\s+\\|\\s+");
            formats.add(new CarrierBody.FormatBody(
                    parts[0], parts.length > 1 ? parts[1] : null, parts.length > 2 ? parts[2] : "none"));
        }
        List<CarrierBody.RuleBody> codes = new ArrayList<>();
        for (String r : lines(cell(table, line, "codes"))) {
            int equals = r.lastIndexOf('=');
            String what = equals < 0 ? r : r.substring(0, equals).strip();
            boolean words = what.length() > 1 && what.startsWith("\"") && what.endsWith("\"");
            codes.add(new CarrierBody.RuleBody(
                    words ? null : what,
                    words ? what.substring(1, what.length() - 1) : null,
                    equals < 0 ? null : r.substring(equals + 1).strip()));
        }
        String at = cell(table, line, "asked at");
        String tries = cell(table, line, "tries");
        CarrierBody.AskBody ask = at == null
                ? null
                : new CarrierBody.AskBody(
                        at,
                        cell(table, line, "every"),
                        tries != null && tries.matches("\\d{1,6}") ? Integer.valueOf(tries) : null,
                        cell(table, line, "for"));
        String inUse = cell(table, line, "in use");
        return new CarrierBody(
                cell(table, line, "key"),
                cell(table, line, "name"),
                inUse != null && inUse.matches("(?i)yes|true|1|x"),
                cell(table, line, "tracking link"),
                formats,
                new CarrierBody.ReportingBody(cell(table, line, "time zone"), codes, cell(table, line, "scans"), ask),
                null);
    }

    private static List<String> lines(@Nullable String cell) {
        return cell == null
                ? List.of()
                : cell.lines().map(String::strip).filter(l -> !l.isEmpty()).toList();
    }

    private static @Nullable String cell(Table table, Table.Line line, String heading) {
        for (int i = 0; i < table.headings().size() && i < line.cells().size(); i++)
            if (table.headings().get(i).equalsIgnoreCase(heading))
                return Texts.blankToNull(line.cells().get(i).replaceFirst("^'(?=[=+@-])", ""));
        return null;
    }
}
