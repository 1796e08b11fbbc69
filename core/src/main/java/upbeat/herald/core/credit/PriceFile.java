package upbeat.herald.core.credit;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.exchange.CsvTable;
import upbeat.herald.core.exchange.Table;
import upbeat.herald.core.journey.Countries;

/**
 * A price list as a CSV file: {@code channel,country,price,currency,from,until}, one row for each price, dates as
 * 2026-12-01, a blank country for all others, a blank end for a price that goes on.
 */
public final class PriceFile {
    public static final List<String> HEADINGS = List.of("channel", "country", "price", "currency", "from", "until");
    private static final int MOST_ROWS = 5_000;
    private static final Pattern PRICE = Pattern.compile("\\d{1,6}(\\.\\d{1,4})?");
    private static final Pattern CURRENCY = Pattern.compile("[A-Z]{3}");

    private PriceFile() {}

    /** @param currency of all its prices, ISO 4217 */
    public record Prices(String currency, PriceTable table) {}

    /**
     * @param channels codes of those that are there
     * @throws HeraldException with the line at fault; nothing of a file with a fault is used
     */
    public static Prices parse(byte[] file, Set<String> channels) {
        Table table = CsvTable.read(file);
        Map<String, Integer> columns = new TreeMap<>();
        List<String> headings = table.headings();
        for (int i = 0; i < headings.size(); i++)
            columns.put(headings.get(i).strip().toLowerCase(Locale.ROOT), i);
        for (String heading : List.of("channel", "price", "currency", "from"))
            if (!columns.containsKey(heading))
                throw new HeraldException("file", "The file has no column \"" + heading + "\"");
        if (table.lines().isEmpty() || table.lines().size() > MOST_ROWS)
            throw new HeraldException("file", "A price list has 1 to " + MOST_ROWS + " rows");
        String currency = null;
        List<PriceRow> rows = new ArrayList<>();
        for (Table.Line line : table.lines()) {
            Line cells = new Line(columns, line);
            String its = cells.get("currency").toUpperCase(Locale.ROOT);
            cells.check(CURRENCY.matcher(its).matches(), "a currency has three letters, such as EUR");
            if (currency == null) currency = its;
            cells.check(its.equals(currency), "all prices have to be in one currency");
            rows.add(parseRow(cells, channels));
        }
        PriceTable prices = new PriceTable(rows);
        for (PriceTable.Overlap o : prices.findOverlaps())
            throw new HeraldException(
                    "file",
                    "Two prices hold on " + o.second().from() + " for " + place(o.second()) + ". End one before");
        return new Prices(java.util.Objects.requireNonNull(currency), prices);
    }

    private static PriceRow parseRow(Line cells, Set<String> channels) {
        String channel = cells.get("channel").toLowerCase(Locale.ROOT);
        cells.check(channels.contains(channel), "the channel is one of " + String.join(", ", channels));
        String country = cells.get("country").toUpperCase(Locale.ROOT);
        cells.check(country.isEmpty() || Countries.CODES.contains(country), "a country has two letters, such as SE");
        String price = cells.get("price");
        cells.check(PRICE.matcher(price).matches(), "write a price as 0.15, with up to four decimals");
        LocalDate from = cells.day("from");
        LocalDate until = cells.get("until").isEmpty() ? null : cells.day("until");
        cells.check(until == null || !until.isBefore(from), "the last day is before the first");
        return new PriceRow(channel, country.isEmpty() ? null : country, from, until, new BigDecimal(price));
    }

    /** For a person: "sms, SE". */
    public static String place(PriceRow row) {
        return row.channel() + (row.country() == null ? ", all other countries" : ", " + row.country());
    }

    /** A row as the file has it. */
    public static List<String> write(PriceRow row, String currency) {
        return List.of(
                row.channel(),
                row.country() == null ? "" : row.country(),
                row.amount().toPlainString(),
                currency,
                row.from().toString(),
                row.until() == null ? "" : row.until().toString());
    }

    private record Line(Map<String, Integer> columns, Table.Line row) {
        String get(String heading) {
            @Nullable Integer at = columns.get(heading);
            return at == null || at >= row.cells().size()
                    ? ""
                    : row.cells().get(at).strip();
        }

        LocalDate day(String heading) {
            try {
                return LocalDate.parse(get(heading));
            } catch (DateTimeException e) {
                throw fault("write a day as 2026-12-01");
            }
        }

        void check(boolean good, String fault) {
            if (!good) throw fault(fault);
        }

        private HeraldException fault(String what) {
            return new HeraldException("file", "Line " + row.number() + ": " + what);
        }
    }
}
