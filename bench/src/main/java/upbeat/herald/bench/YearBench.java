package upbeat.herald.bench;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/**
 * How long the main pages take with a year of data: 100,000 orders with their parcels, visits of stages and messages.
 * Each is put beside what the same machine needs to read the same hundred orders by their keys with nothing but JDBC.
 */
final class YearBench {
    static final Set<String> ALL = Set.of("year", "rehearsal");
    private static final int ORDERS = 100_000;
    private static final int TOGETHER = 5_000;
    private static final int CALLS = 15;
    private static final long FIRST = 10_000_000;
    private static final long YEAR_MILLIS = 365L * 86_400_000;

    /** Newest first: i of 0 is now. Nearly all are delivered; the last two weeks are on their way. */
    private static final List<String> MAKE = List.of("""
            create temp table year_order as with recursive n(i) as (
            select 0 union all select i + 1 from n where i < %2$d - 1)
            select i, %1$d + i as id, %4$d - i * (%3$d / %2$d) as placed,
            case when i %% 97 = 0 then 6 when i < 300 then 1 when i < 4000 then 2 + i %% 4 else 6 end as rank
            from n""", """
            insert into shop_order (id, shop, number, placed_at, name, email, phone, country, payment, stage,
            body, source, updated_at)
            select y.id, 'year', 'Y-' || y.i, y.placed, o.name, 'y' || y.i || '@customer.example', o.phone,
            case y.i %% 4 when 0 then 'SE' when 1 then 'DE' when 2 then 'PL' else 'US' end, o.payment,
            case y.rank when 1 then 'ordered' when 6 then 'delivered' else 'dispatched' end,
            json_set(o.body, '$.shop', 'year', '$.number', 'Y-' || y.i, '$.customer.email',
                'y' || y.i || '@customer.example', '$.placedAt',
                strftime('%%Y-%%m-%%dT%%H:%%M:%%SZ', y.placed / 1000, 'unixepoch')), 'api', y.placed
            from year_order y, (
            select * from shop_order where email is not null order by id limit 1) o where 1 = 1""", """
            insert into parcel (id, order_id, carrier, tracking_number, compact, items, stage, stage_at, source,
            created_at, last_scan_at)
            select id, id, 'hopgate', 'YR ' || i, 'YR' || i, '[]',
            case rank when 2 then 'packed' when 3 then 'dispatched' when 4 then 'in-transit' when 5
            then 'out-for-delivery' else 'delivered' end, placed + rank * 43200000, 'api', placed, placed + rank * 43200000
            from year_order y where rank > 1""", """
            create temp table year_stage as select column1 as rank, column2 as stage from (values
            (1, 'ordered'), (2, 'packed'), (3, 'dispatched'), (4, 'in-transit'), (5, 'out-for-delivery'), (6, 'delivered'))""", """
            insert into stage_reached (order_id, parcel_id, stage, occasion, at, known_at, implied)
            select y.id, case s.rank when 1 then null else y.id end, s.stage, '1', y.placed + s.rank * 43200000,
            y.placed + s.rank * 43200000, 0 from year_order y join year_stage s on s.rank <= y.rank""", """
            insert into message (id, notice_id, order_id, parcel, parcel_id, occasion, stage, channel, address,
            language, status, stand_by, planned_at, due_at, sent_at, subject, text, segments)
            select 'year' || y.i || '-' || s.rank, 'year-' || s.stage, y.id,
            case s.rank when 1 then '' else 'YR ' || y.i end,
            case s.rank when 1 then null else y.id end, '1', s.stage,
            case s.rank %% 2 when 0 then 'sms' else 'email' end,
            'y' || y.i || '@customer.example', 'en', 'delivered', '[]', y.placed + s.rank * 43200000,
            y.placed + s.rank * 43200000, y.placed + s.rank * 43200000, 'Your order',
            'Hello, your parcel is on its way.', 1
            from year_order y join year_stage s on s.rank <= y.rank and s.rank <> 4""");

    /** All others are made from it. */
    private static final String TEMPLATE = """
            {"placedAt":"2026-11-24T12:00:00Z","customer":{"name":"Ann Test","email":"ann@customer.example",
            "phone":"+46701740605"},
            "shipTo":{"name":"Ann Test","street":"1 Quay Street","city":"Lund","postcode":"22100","country":"SE"},
            "currency":"EUR","total":"60.50","items":[{"sku":"BK","name":"Box kite","quantity":1,"price":"60.50"}]}""";

    private static final String AUDIENCE = """
            {"match":"all","conditions":[{"kind":"country","values":["PL","SE","DE"]},
            {"kind":"item","values":["kite"]},{"kind":"total","values":["EUR"],"from":"50"}],
            "groups":[{"match":"any","conditions":[{"kind":"payment","values":["prepaid"]},
            {"kind":"customer","values":["returning"]}]}]}""";

    private final Path data;
    private final Person person;
    private final DatabaseWriter writer;
    private final InstantSource clock;

    YearBench(ConfigurableApplicationContext app, String url, Path data) {
        this.data = data;
        this.person = new Person(url);
        this.writer = app.getBean(DatabaseWriter.class);
        this.clock = app.getBean(InstantSource.class);
    }

    void run(Set<String> parts) throws Exception {
        if (ALL.stream().noneMatch(parts::contains)) return;
        long start = System.nanoTime();
        person.send("PUT", "/api/v1/orders/kites/TEMPLATE", TEMPLATE);
        Instant now = clock.instant();
        for (String sql : MAKE) {
            String one = String.format(Locale.ROOT, sql, FIRST, ORDERS, YEAR_MILLIS, now.toEpochMilli());
            if (!one.contains("from year_order y")) make(one);
            else // in parts: nobody may keep the writer for long
            for (int from = 0; from < ORDERS; from += TOGETHER)
                    make(one + " and y.i >= " + from + " and y.i < " + (from + TOGETHER));
        }
        int[] made = writer.write(
                db -> new int[] {count(db, "shop_order"), count(db, "message"), count(db, "stage_reached")});
        print(
                "(%d orders, %d messages, %d visits made in %.0f s)",
                made[0], made[1], made[2], (System.nanoTime() - start) / 1e9);
        person.signIn();
        if (parts.contains("year")) measurePages(now);
        moveIntoMonth(now);
        if (parts.contains("year")) countAudience(floorMillis());
        if (parts.contains("rehearsal")) new RehearsalBench(person, writer, data).run(FIRST, ORDERS, TOGETHER);
    }

    private void measurePages(Instant now) throws Exception {
        double floor = floorMillis();
        measure("the plan", "/ui/plan", 200, floor);
        measure("what to look at in the plan", "/ui/plan/checks", 1_000, floor);
        measure("the route", "/ui/route", 50, floor);
        measure("orders, newest", "/ui/orders", 100, floor);
        for (String stage : List.of("ordered", "packed", "in-transit", "delivered", "attempted", "cancelled"))
            measure("orders that stand at " + stage, "/ui/orders?stage=" + stage, 100, floor);
        measure("how many stand at in-transit", "/ui/orders-count?stage=in-transit", 100, floor);
        measure("orders to Poland", "/ui/orders?country=PL", 100, floor);
        measure("orders without a scan for 5 days", "/ui/orders?quietDays=5", 100, floor);
        measure("orders with a failed message", "/ui/orders?message=failed", 100, floor);
        measure("orders without contact details", "/ui/orders?noContact=true", 100, floor);
        measure("what a person should look at", "/ui/orders-attention", 50, floor);
        measure("names of 10,000 that match", "/ui/orders-names?shop=year", 500, floor);
        measure("what can be chosen from", "/ui/orders-choices", 100, floor);
        measure("messages of one order", "/api/v1/messages?order=Y-54321", 20, floor);
        measure("messages that failed", "/api/v1/messages?status=failed", 100, floor);
        measure("messages since yesterday", "/api/v1/messages?since=" + now.minusSeconds(86_400), 100, floor);
        removeParcels(floor);
    }

    /** All orders within the days that are counted, as of a shop a dozen times as large. */
    private void moveIntoMonth(Instant now) {
        for (int from = 0; from < ORDERS; from += TOGETHER)
            make("update shop_order set placed_at = " + now.toEpochMilli() + " - (id * 7919 % 2505600000) where id >= "
                    + (FIRST + from) + " and id < " + (FIRST + from + TOGETHER));
    }

    private void countAudience(double floor) throws Exception {
        long start = System.nanoTime();
        person.send("POST", "/ui/plan/audience", AUDIENCE);
        print("the first count of an audience, all orders read: %.0f ms", (System.nanoTime() - start) / 1e6);
        double[] took = new double[CALLS];
        for (int i = 0; i < CALLS; i++) {
            long from = System.nanoTime();
            person.send("POST", "/ui/plan/audience", AUDIENCE);
            took[i] = (System.nanoTime() - from) / 1e6;
        }
        say("an audience counted while it is written", took, 200, floor);
        // Somebody changes an order with each count.
        for (int i = 0; i < CALLS; i++) {
            person.send("PUT", "/api/v1/orders/kites/TEMPLATE", TEMPLATE.replace("60.50", "61." + (10 + i)));
            long from = System.nanoTime();
            person.send("POST", "/ui/plan/audience", AUDIENCE);
            took[i] = (System.nanoTime() - from) / 1e6;
        }
        say("the same while orders come in", took, 200, floor);
    }

    private void make(String sql) {
        writer.write(db -> db.sql(sql).update());
    }

    private static int count(JdbcClient db, String table) {
        return db.sql("select count(*) from " + table).query(Integer.class).single();
    }

    private void measure(String what, String path, double goal, double floor) throws Exception {
        double[] took = new double[CALLS];
        for (int i = 0; i < 3; i++) person.send("GET", path, null);
        for (int i = 0; i < CALLS; i++) {
            long from = System.nanoTime();
            person.send("GET", path, null);
            took[i] = (System.nanoTime() - from) / 1e6;
        }
        say(what, took, goal, floor);
    }

    private void removeParcels(double floor) throws Exception {
        double[] took = new double[CALLS];
        // The first are not counted, here as with all other calls.
        for (int i = -3; i < CALLS; i++) {
            String number = "Y-" + (1_003 + i);
            person.send(
                    "POST",
                    "/ui/hand/orders/year/" + number + "/parcels",
                    "{\"carrier\":\"hopgate\",\"trackingNumber\":\"YRX " + (i + 3) + "\"}");
            long from = System.nanoTime();
            person.send("DELETE", "/ui/hand/orders/year/" + number + "/parcels/hopgate/YRX%20" + (i + 3), null);
            if (i >= 0) took[i] = (System.nanoTime() - from) / 1e6;
        }
        say("a parcel taken off its order", took, 10, floor);
    }

    private static void say(String what, double[] took, double goal, double floor) {
        Arrays.sort(took);
        double middle = took[took.length / 2];
        print(
                "%s: median %.1f ms (goal: under %.0f ms%s); %.1f times the floor",
                what, middle, goal, middle < goal ? "" : ", MISSED", middle / floor);
    }

    /** A hundred orders with their parcels, visits and messages, by their keys. */
    private double floorMillis() throws Exception {
        double[] took = new double[CALLS];
        try (Connection db = Floors.open(data.resolve("herald.db"))) {
            for (int round = 0; round < CALLS; round++) {
                long from = System.nanoTime();
                for (String sql : List.of(
                        "select * from shop_order where id = ?",
                        "select * from parcel where order_id = ?",
                        "select * from stage_reached where order_id = ?",
                        "select * from message where order_id = ?")) {
                    try (PreparedStatement read = db.prepareStatement(sql)) {
                        for (int i = 0; i < 100; i++) {
                            read.setLong(1, FIRST + 50_000 + i);
                            try (ResultSet rows = read.executeQuery()) {
                                while (rows.next()) rows.getString(2);
                            }
                        }
                    }
                }
                took[round] = (System.nanoTime() - from) / 1e6;
            }
        }
        Arrays.sort(took);
        print("floor, a hundred orders with all that belongs to them read by key, bare JDBC: %.1f ms", took[CALLS / 2]);
        return took[CALLS / 2];
    }

    private static void print(String text, Object... values) {
        System.out.println(String.format(Locale.ROOT, text, values));
    }
}
