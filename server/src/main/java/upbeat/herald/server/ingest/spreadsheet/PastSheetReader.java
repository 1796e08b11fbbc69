package upbeat.herald.server.ingest.spreadsheet;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.ScanReader;
import upbeat.herald.core.exchange.SheetColumn;
import upbeat.herald.core.exchange.SheetRow;
import upbeat.herald.core.exchange.Table;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.ingest.spreadsheet.PastSheet.SheetEvent;
import upbeat.herald.server.ingest.spreadsheet.PastSheet.SheetFault;
import upbeat.herald.server.ingest.spreadsheet.PastSheet.SheetStory;

/**
 * Reads a sheet of orders and scans: the columns of an order sheet, a row for each scan, with the carrier's code or the
 * stage, and when it was.
 */
@Component
public class PastSheetReader {
    public static final int MOST_ROWS = 50_000;
    private static final int MOST_FAULTS = 50;
    private static final Set<String> AT = Set.of("scanned at", "scan time", "scan date", "reported at");
    private static final Set<String> CODE = Set.of("scan code", "code", "event code", "scan");

    private final CarrierRepository carriers;
    private final SheetParcelReader parcels;
    private final StatusWordRepository words;
    private final InstantSource clock;

    PastSheetReader(
            CarrierRepository carriers, SheetParcelReader parcels, StatusWordRepository words, InstantSource clock) {
        this.carriers = carriers;
        this.parcels = parcels;
        this.words = words;
        this.clock = clock;
    }

    /** What every row is read with. */
    private record Scene(
            JdbcClient db, String shop, List<Carrier> known, StatusWords words, int at, int code, Instant now) {}

    /** @throws HeraldException where the file as a whole can't be used */
    public PastSheet read(JdbcClient db, String shop, byte[] file) {
        Table table = ImportFiles.readTable(file);
        if (table.lines().size() > MOST_ROWS)
            throw new HeraldException("file", "The file has more than " + MOST_ROWS + " rows. Rehearse a part of it");
        Map<SheetColumn, List<Integer>> match = table.match(Map.of());
        if (!match.containsKey(SheetColumn.ORDER))
            throw new HeraldException(
                    "file", "No column has the order numbers. Call it \"" + SheetColumn.ORDER.label() + "\"");
        Scene scene = new Scene(
                db,
                shop,
                carriers.findAll(db),
                words.findAll(db),
                findColumn(table, AT),
                findColumn(table, CODE),
                clock.instant());
        List<SheetFault> faults = new ArrayList<>();
        Map<String, List<SheetRow>> groups = new LinkedHashMap<>();
        for (SheetRow row : table.rows(match)) {
            String number = row.get(SheetColumn.ORDER);
            if (row.fault() != null) faults.add(new SheetFault(row.line(), row.fault()));
            else if (number == null) faults.add(new SheetFault(row.line(), "The order number is missing"));
            else groups.computeIfAbsent(number, n -> new ArrayList<>()).add(row);
        }
        List<SheetStory> stories = new ArrayList<>();
        groups.values().forEach(rows -> {
            SheetStory story = readStory(scene, rows, faults);
            if (story != null) stories.add(story);
        });
        return new PastSheet(stories, faults.stream().limit(MOST_FAULTS).toList());
    }

    private static int findColumn(Table table, Set<String> headings) {
        return IntStream.range(0, table.headings().size())
                .filter(i ->
                        headings.contains(SheetColumn.normalize(table.headings().get(i))))
                .findFirst()
                .orElse(-1);
    }

    /** @return null where the order itself can't be read */
    private @Nullable SheetStory readStory(Scene scene, List<SheetRow> rows, List<SheetFault> faults) {
        Order order;
        try {
            Set<Order.Item> items = new LinkedHashSet<>();
            for (SheetRow row : rows) {
                Order.Item item = SheetOrderReader.readItem(row);
                if (item != null) items.add(item);
            }
            order = SheetOrderReader.readOrder(scene.shop(), rows.get(0), List.copyOf(items), null, scene.now());
        } catch (HeraldException e) {
            faults.add(new SheetFault(rows.get(0).line(), Texts.orEmpty(e.getMessage())));
            return null;
        }
        List<SheetEvent> events = new ArrayList<>();
        for (SheetRow row : rows) {
            try {
                SheetEvent event = readEvent(scene, row);
                if (event != null) events.add(event);
            } catch (HeraldException e) {
                faults.add(new SheetFault(row.line(), Texts.orEmpty(e.getMessage())));
            }
        }
        return new SheetStory(order, events);
    }

    /** @return null where the row tells of the order only */
    private @Nullable SheetEvent readEvent(Scene scene, SheetRow row) {
        Parcel parcel = parcels.readParcel(scene.db(), row, scene.known());
        String code = cell(row, scene.code());
        Stage stage = scene.words().read(row);
        if (code == null && stage == null) return null;
        if (stage == Stage.ORDERED) return null;
        if (parcel == null && (code != null || !Objects.requireNonNull(stage).isOrderStage()))
            throw new HeraldException("trackingNumber", "Enter the tracking number of the parcel that was scanned");
        Instant at = SheetOrderReader.readTime(cell(row, scene.at()), scene.now());
        if (at == null) throw new HeraldException("at", "Enter when it was scanned, in a column called \"scanned at\"");
        if (code == null) return new SheetEvent(parcel, stage, at, false);
        String key = Objects.requireNonNull(parcel).carrier();
        Carrier carrier = scene.known().stream()
                .filter(c -> c.key().equals(key))
                .findFirst()
                .orElseThrow();
        return new SheetEvent(parcel, ScanReader.readStage(carrier, code, null).orElse(stage), at, true);
    }

    private static @Nullable String cell(SheetRow row, int at) {
        return at < 0 || at >= row.cells().size()
                ? null
                : Texts.blankToNull(row.cells().get(at));
    }
}
