package upbeat.herald.bench;

import java.math.BigDecimal;
import java.net.URLEncoder;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import java.util.StringJoiner;
import java.util.concurrent.locks.LockSupport;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.journey.Journey;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.ingest.OrderIngestService;
import upbeat.herald.server.ingest.ParcelIngestService;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/**
 * How fast facts are taken in and found again: scans through HTTP, a long sheet, a search over a million orders, and
 * the stage inference by itself.
 */
final class IntakeBench {
    static final Set<String> ALL = Set.of("inference", "one", "hundred", "many", "sheet", "search");
    private static final int ORDERS = 1_000_000;
    private static final int ROWS = 50_000;
    private static final int TOGETHER = 10_000;
    private static final int TRANSACTION = 1_000;
    private static final int ROUNDS = 5;
    private static final String PARCELS_SCANNED = "select parcel_id from scan where id > %d";
    private static final Instant PLACED = Instant.parse("2026-11-23T12:00:00Z");
    private static final String[] FIRST = {
        "Ottoline",
        "Ruben",
        "Marguerite",
        "Ivo",
        "Beata",
        "Yuki",
        "Noor",
        "Elif",
        "Cosima",
        "Jorun",
        "Sune",
        "Bram",
        "Talia",
        "Gethin",
        "Wren"
    };
    private static final String[] LAST = {
        "Brack",
        "Poll",
        "Lindqvist",
        "Korb",
        "Harrow",
        "Quill",
        "Stray",
        "Haas",
        "Wick",
        "Albrekt",
        "Vale",
        "Rook",
        "Tern",
        "Mast"
    };
    private final Path data;
    private final OrderIngestService orderIngest;
    private final ParcelIngestService parcelIngest;
    private final DatabaseWriter writer;
    private final Person person;
    private int parcels;

    IntakeBench(ConfigurableApplicationContext app, String url, Path data) {
        this.person = new Person(url);
        this.data = data;
        this.orderIngest = app.getBean(OrderIngestService.class);
        this.parcelIngest = app.getBean(ParcelIngestService.class);
        this.writer = app.getBean(DatabaseWriter.class);
    }

    /** @param parts which of {@link #ALL} */
    void run(Set<String> parts) throws Exception {
        if (parts.contains("inference")) inference();
        if (parts.contains("one")) scans(1, 500, 1_000);
        if (parts.contains("hundred")) scans(100, 2_000, 5_000);
        if (parts.contains("many")) scans(TOGETHER, 3 * TOGETHER, ROUNDS * TOGETHER);
        person.signIn();
        if (parts.contains("sheet")) sheet();
        if (parts.contains("search")) search();
    }

    private void inference() {
        Random random = new Random(7);
        List<List<Report>> histories = new ArrayList<>();
        Stage[] way = {
            Stage.PACKED,
            Stage.DISPATCHED,
            Stage.IN_TRANSIT,
            Stage.IN_TRANSIT,
            Stage.IN_TRANSIT,
            Stage.OUT_FOR_DELIVERY,
            Stage.ATTEMPTED,
            Stage.OUT_FOR_DELIVERY,
            Stage.DELIVERED
        };
        for (int h = 0; h < 2_000; h++) {
            List<Report> reports = new ArrayList<>();
            for (int i = 0; i < way.length; i++)
                reports.add(new Report(
                        h + "-" + i,
                        way[i],
                        PLACED.plusSeconds(3600L * i + random.nextInt(1800)),
                        "2026-11-2" + i / 3));
            java.util.Collections.shuffle(reports, random);
            histories.add(reports);
        }
        double inferred = 0;
        double sorted = 0;
        for (int round = 0; round < 12; round++) { // the last round counts: by then the machine has warmed up
            long start = System.nanoTime();
            for (List<Report> h : histories)
                if (Journey.of(h).stage() != Stage.DELIVERED) throw new IllegalStateException("a history went wrong");
            inferred = (System.nanoTime() - start) / (double) (histories.size() * way.length);
            start = System.nanoTime();
            for (List<Report> h : histories)
                new ArrayList<>(h).sort(Comparator.comparing(Report::at).thenComparing(Report::key));
            sorted = (System.nanoTime() - start) / (double) (histories.size() * way.length);
        }
        print(
                "stage inference: %.0f ns a scan; floor, sorting the same scans: %.0f ns; %.1f times the floor",
                inferred, sorted, inferred / sorted);
    }

    /** Scans of parcels that stand packed: each brings two stages and plans one message for later. */
    private void scans(int together, int warmUp, int count) throws Exception {
        int first = parcels;
        parcels(warmUp + count);
        List<String> calls = new ArrayList<>();
        for (int from = first; from < first + warmUp + count; from += together) {
            StringJoiner scans = new StringJoiner(",", "[", "]");
            for (int i = from; i < from + together; i++)
                scans.add("{\"carrier\":\"hopgate\",\"trackingNumber\":\"HOPB " + i
                        + "\",\"code\":\"30\",\"at\":\"2026-11-24T13:00:00Z\",\"place\":\"Lund\"}");
            calls.add(scans.toString());
        }
        for (String call : calls.subList(0, warmUp / together)) person.send("POST", "/api/v1/scans", call);
        List<String> measured = calls.subList(warmUp / together, calls.size());
        double[] rates = new double[ROUNDS];
        double[] floors = new double[ROUNDS];
        double[] floorsOfNew = new double[ROUNDS];
        double perScan;
        Path database = data.resolve("herald.db");
        String[] tables = {"scan", "stage_reached", "message"};
        try (Floors.SameRows rows = Floors.SameRows.since(
                                database, data.resolve("floor-scans-" + together + ".db"), tables)
                        .withChanged("parcel", PARCELS_SCANNED)
                        .withChanged(
                                "shop_order", "select order_id from parcel where id in (" + PARCELS_SCANNED + ")");
                Floors.SameRows onlyNew =
                        Floors.SameRows.since(database, data.resolve("floor-new-" + together + ".db"), tables)) {
            for (int round = 0;
                    round < ROUNDS;
                    round++) { // one after the other, so that what else the machine does meets both
                List<String> some =
                        measured.subList(measured.size() * round / ROUNDS, measured.size() * (round + 1) / ROUNDS);
                int scans = some.size() * together;
                int transactions = scans / Math.min(together, TRANSACTION);
                long start = System.nanoTime();
                for (String call : some) person.send("POST", "/api/v1/scans", call);
                rates[round] = scans / ((System.nanoTime() - start) / 1e9);
                floors[round] = scans / rows.insertAgain(transactions);
                floorsOfNew[round] = scans / onlyNew.insertAgain(transactions);
            }
            perScan = rows.count() / (double) count;
        }
        double rate = middle(rates);
        double floor = middle(floors);
        print(
                "scans through HTTP, %d a call, middle of %d rounds: %.0f a second; floor, bare JDBC inserts of the same %.1f rows a scan (new and changed) in as many transactions: %.0f a second; %.2f of the floor%s; of new rows alone: %.0f a second, %.2f",
                together,
                ROUNDS,
                rate,
                perScan,
                floor,
                rate / floor,
                together == TOGETHER ? " (goal: 0.5)" : "",
                middle(floorsOfNew),
                rate / middle(floorsOfNew));
        if (together == TOGETHER)
            for (int i = 0; i < ROUNDS; i++)
                print(
                        "    round %d: %.0f against %.0f, %.2f; new rows alone %.0f, %.2f",
                        i + 1, rates[i], floors[i], rates[i] / floors[i], floorsOfNew[i], rates[i] / floorsOfNew[i]);
    }

    private static double middle(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    private void parcels(int count) {
        int from = parcels;
        for (int at = from; at < from + count; at += 1_000) {
            int start = at;
            int end = Math.min(from + count, at + 1_000);
            writer.write(db -> {
                for (int i = start; i < end; i++)
                    parcelIngest.ingestParcel(
                            db,
                            orderIngest
                                    .ingestOrder(db, order("P-" + i, i), "bench", PLACED)
                                    .row(),
                            new Parcel("hopgate", "HOPB " + i, List.of()),
                            "bench",
                            PLACED);
                return null;
            });
        }
        parcels += count;
    }

    private static Order order(String number, int i) {
        String name = FIRST[i % FIRST.length] + " " + LAST[i / 7 % LAST.length];
        return new Order(
                "bench",
                number,
                PLACED.minusSeconds(i % 2_000_000),
                new Order.Customer(
                        name, "c" + i + "@customer.example", String.format("+4670174%05d", i % 100_000), "en"),
                new Order.ShipTo(name, null, "Lund", null, null, "SE"),
                new Order.Purchase(
                        Payment.PREPAID,
                        "SEK",
                        new BigDecimal("60.50"),
                        List.of(new Order.Item("BK", "Box kite", 1, new BigDecimal("60.50"), null))),
                new Order.Consent(true, true, true),
                List.of());
    }

    private void sheet() throws Exception {
        StringBuilder csv = new StringBuilder("order number,name,e-mail,country,carrier,tracking number\n");
        for (int i = 0; i < ROWS; i++)
            csv.append("S-")
                    .append(i)
                    .append(',')
                    .append(FIRST[i % FIRST.length])
                    .append(" Sheet,s")
                    .append(i)
                    .append("@customer.example,SE,hopgate,HOPS ")
                    .append(i)
                    .append('\n');
        long start = System.nanoTime();
        String id = upload(csv.toString().getBytes(StandardCharsets.UTF_8))
                .path("id")
                .asString();
        await(id);
        double check = (System.nanoTime() - start) / 1e9;
        try (Floors.SameRows rows = Floors.SameRows.since(
                data.resolve("herald.db"),
                data.resolve("floor-sheet.db"),
                "shop_order",
                "parcel",
                "scan",
                "stage_reached",
                "message")) {
            start = System.nanoTime();
            person.send("POST", "/ui/sheets/" + id, "");
            await(id);
            double load = (System.nanoTime() - start) / 1e9;
            double floor = rows.insertAgain(ROWS / TRANSACTION);
            print(
                    "a sheet of %d rows: looked at in %.1f s, loaded in %.1f s; floor, bare JDBC inserts of the same %d rows: %.1f s; %.1f times the floor",
                    ROWS, check, load, rows.count(), floor, load / floor);
        }
    }

    private void await(String id) throws Exception {
        while (person.send("GET", "/ui/sheets/" + id, null)
                .path("state")
                .asString()
                .matches("checking|doing")) LockSupport.parkNanos(100_000_000);
    }

    private void search() throws Exception {
        long start = System.nanoTime();
        int have = parcels + ROWS;
        for (int at = have; at < ORDERS; at += 5_000) {
            int from = at;
            int end = Math.min(ORDERS, at + 5_000);
            writer.write(db -> {
                for (int i = from; i < end; i++) Floors.orderRow(db, order("M-" + i, i));
                return null;
            });
        }
        print("(%d orders made in %.0f s)", ORDERS, (System.nanoTime() - start) / 1e9);
        Random random = new Random(11);
        List<String> words = new ArrayList<>();
        for (int i = 0; i < 300; i++) {
            int n = have + random.nextInt(ORDERS - have);
            words.add(
                    switch (i % 6) {
                        case 0 -> "M-" + n;
                        case 1 -> "c" + n + "@customer.example";
                        case 2 -> FIRST[n % FIRST.length] + " " + LAST[n / 7 % LAST.length];
                        case 3 -> LAST[n % LAST.length].substring(0, 3).toLowerCase(Locale.ROOT);
                        case 4 -> String.format("070174%05d", n % 100_000);
                        default -> parcels == 0 ? "M-" + n : "HOPB " + random.nextInt(parcels);
                    });
        }
        for (String w : words.subList(0, 60)) find(w);
        double[] took = new double[words.size()];
        for (int i = 0; i < took.length; i++) {
            long from = System.nanoTime();
            find(words.get(i));
            took[i] = (System.nanoTime() - from) / 1e6;
        }
        double[] bare = new double[words.size()];
        try (Floors.BareSearch floor = new Floors.BareSearch(data.resolve("herald.db"))) {
            for (int i = 0; i < bare.length; i++) bare[i] = floor.millis(words.get(i));
        }
        Arrays.sort(took);
        Arrays.sort(bare);
        print(
                "search over %d orders through HTTP: median %.1f ms, p95 %.1f ms (goal: p95 under 100 ms); floor, the bare index query: median %.1f ms, p95 %.1f ms",
                ORDERS,
                took[took.length / 2],
                took[took.length * 95 / 100],
                bare[bare.length / 2],
                bare[bare.length * 95 / 100]);
    }

    private void find(String words) throws Exception {
        if (person.send("GET", "/ui/orders?search=" + URLEncoder.encode(words, StandardCharsets.UTF_8), null)
                .path("rows")
                .isEmpty()) throw new IllegalStateException("nothing found for " + words);
    }

    private JsonNode upload(byte[] file) throws Exception {
        String edge = "x-edge-x";
        byte[] head = ("--" + edge + "\r\nContent-Disposition: form-data; name=\"shop\"\r\n\r\nbench\r\n--" + edge
                        + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"s.csv\"\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8);
        byte[] tail = ("\r\n--" + edge + "--\r\n").getBytes(StandardCharsets.UTF_8);
        HttpRequest.Builder request = person.request("/ui/sheets")
                .header("Content-Type", "multipart/form-data; boundary=" + edge)
                .POST(HttpRequest.BodyPublishers.concat(
                        HttpRequest.BodyPublishers.ofByteArray(head),
                        HttpRequest.BodyPublishers.ofByteArray(file),
                        HttpRequest.BodyPublishers.ofByteArray(tail)));
        return person.answer(request.build());
    }

    private static void print(String text, Object... values) {
        System.out.println(String.format(Locale.ROOT, text, values));
    }
}
