package upbeat.herald.bench;

import java.lang.management.ManagementFactory;
import java.lang.management.MemoryPoolMXBean;
import java.lang.management.MemoryType;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.util.List;
import java.util.Locale;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/**
 * A whole plan run over 100,000 orders with 500,000 scans, beside the bare reading of the same rows with nothing but
 * JDBC, one thread after the other.
 */
final class RehearsalBench {
    private static final int SCANS_OF_ONE = 5;
    private static final long GIB = 1L << 30;
    private static final double GOAL_SECONDS = 10;
    private static final double GOAL_TIMES = 3;

    /** The same five scans for each parcel, hours apart, known ten minutes later. */
    private static final String SCANS = """
            with stage(k, code, name) as (values (1, '20', 'dispatched'), (2, '30', 'in-transit'),
            (3, '30', 'in-transit'), (4, '40', 'out-for-delivery'), (5, '50', 'delivered'))
            insert into scan (carrier, compact, parcel_id, code, at, day, place, stage, source, received_at)
            select p.carrier, p.compact, p.id, s.code, o.placed_at + s.k * 21600000,
            date((o.placed_at + s.k * 21600000) / 1000, 'unixepoch'), 'Depot ' || s.k, s.name, 'carrier',
            o.placed_at + s.k * 21600000 + 600000
            from shop_order o join parcel p on p.order_id = o.id cross join stage s
            where o.id >= %d and o.id < %d""";

    /** What a rehearsal reads of an order. */
    private static final List<String> ROWS = List.of(
            "select id, body from shop_order where id >= ? and id < ?",
            """
            select id, order_id, carrier, tracking_number, items, created_at from parcel
            where order_id >= ? and order_id < ?""",
            """
            select s.parcel_id, s.id, s.stage, s.at, s.day, s.source, s.expected_on, s.received_at
            from parcel p join scan s on s.parcel_id = p.id where p.order_id >= ? and p.order_id < ?""",
            """
            select order_id, stage, occasion, at, known_at, implied from stage_reached
            where order_id >= ? and order_id < ? and parcel_id is null""",
            "select order_id, notice_id, button, refuses, at from answer where order_id >= ? and order_id < ?",
            "select order_id, tag, at from order_tag where order_id >= ? and order_id < ?");

    private final Person person;
    private final DatabaseWriter writer;
    private final Path data;

    RehearsalBench(Person person, DatabaseWriter writer, Path data) {
        this.person = person;
        this.writer = writer;
        this.data = data;
    }

    /** @param first id of the first order; {@code together} how many are changed at once */
    void run(long first, int orders, int together) throws Exception {
        for (long from = first; from < first + orders; from += together) {
            String sql = String.format(Locale.ROOT, SCANS, from, from + together);
            writer.write(db -> db.sql(sql).update());
        }
        rehearse(); // the first is not counted
        double floor = read(first, orders);
        List<MemoryPoolMXBean> heap = ManagementFactory.getMemoryPoolMXBeans().stream()
                .filter(p -> p.getType() == MemoryType.HEAP)
                .toList();
        System.gc();
        heap.forEach(MemoryPoolMXBean::resetPeakUsage);
        double took = rehearse();
        long peak = heap.stream().mapToLong(p -> p.getPeakUsage().getUsed()).sum();
        print(
                "a rehearsal of %d orders and up to %d scans: %.1f s (goal: under %.0f s%s), %.1f times the bare"
                        + " reading of %.1f s (goal: under %.0f times%s), %.2f GiB of heap at its peak (goal: under"
                        + " 1%s)",
                orders,
                orders * SCANS_OF_ONE,
                took,
                GOAL_SECONDS,
                took < GOAL_SECONDS ? "" : ", MISSED",
                took / floor,
                floor,
                GOAL_TIMES,
                took / floor < GOAL_TIMES ? "" : ", MISSED",
                peak / (double) GIB,
                peak < GIB ? "" : ", MISSED");
    }

    private double rehearse() throws Exception {
        long start = System.nanoTime();
        String id = person.send("POST", "/ui/rehearsals", "{\"everyNotice\":true}")
                .path("rehearsal")
                .path("id")
                .asString();
        JsonNode now;
        do {
            Thread.sleep(100); // how often it is asked, oftener than a browser does
            now = person.send("GET", "/ui/rehearsals/" + id, null).path("rehearsal");
        } while (now.path("progress").path("status").asString().equals("running"));
        double took = (System.nanoTime() - start) / 1e9;
        JsonNode figures = now.path("figures");
        print(
                "(%d orders, %d messages to %d customers)",
                figures.path("orders").asInt(),
                figures.path("messages").asInt(),
                figures.path("customers").asInt());
        person.send("DELETE", "/ui/rehearsals/" + id, null);
        return took;
    }

    private double read(long first, int orders) throws Exception {
        long start = System.nanoTime();
        long bytes = 0;
        try (Connection db = Floors.open(data.resolve("herald.db"))) {
            for (String sql : ROWS) {
                try (PreparedStatement read = db.prepareStatement(sql)) {
                    read.setLong(1, first);
                    read.setLong(2, first + orders);
                    try (ResultSet rows = read.executeQuery()) {
                        int columns = rows.getMetaData().getColumnCount();
                        while (rows.next())
                            for (int c = 1; c <= columns; c++) {
                                String value = rows.getString(c);
                                bytes += value == null ? 0 : value.length();
                            }
                    }
                }
            }
        }
        double took = (System.nanoTime() - start) / 1e9;
        print("(%d million characters read)", bytes / 1_000_000);
        return took;
    }

    private static void print(String text, Object... values) {
        System.out.println(String.format(Locale.ROOT, text, values));
    }
}
