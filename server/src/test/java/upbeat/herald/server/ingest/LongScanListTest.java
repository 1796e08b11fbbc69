package upbeat.herald.server.ingest;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/**
 * A long list of scans is worked out ahead of the writer, part by part. It has to come to what the same scans come to a
 * few at a time.
 */
class LongScanListTest extends OwnAppTestCase {
    private static final String[] WAY = {"30", "40", "40", "60", "30", "50", "99"};
    private static final String ALL_OF = """
            select substr(o.number, 3) || ' ' || o.stage || ' ' || coalesce((select group_concat(substr(p.compact, 5) || ':' || p.stage || ':' || p.stage_at || ':' || coalesce(p.last_scan_at, 0), ' ') from (select * from parcel where order_id = o.id order by compact) p), '')
              || ' ' || coalesce((select group_concat(substr(s.compact, 5) || s.code || s.at || s.late, ' ') from (select * from scan where parcel_id in (select id from parcel where order_id = o.id) and code is not null order by compact, at, code) s), '')
              || ' ' || coalesce((select group_concat(r.stage || r.occasion || r.at, ' ') from (select * from stage_reached where order_id = o.id order by parcel_id, stage, occasion) r where r.stage not in ('ordered', 'packed')), '')
              || ' ' || coalesce((select group_concat(m.notice_id || substr(m.parcel, 5) || m.occasion || m.channel, ' ') from (select * from message where order_id = o.id order by notice_id, parcel, occasion, channel) m), '')
            from shop_order o where o.number like ? order by o.number""";

    private record Scan(int parcel, String code, Instant at) {
        String json(String prefix) {
            return "{\"carrier\":\"hopgate\",\"trackingNumber\":\"" + prefix + parcel + "\",\"code\":\"" + code
                    + "\",\"at\":\"" + at + "\",\"place\":\"Lund\"}";
        }
    }

    private static List<String> all(String prefix) {
        return app.context
                .getBean(JdbcClient.class)
                .sql(ALL_OF)
                .param(prefix + "-%")
                .query(String.class)
                .list();
    }

    /** Two parcels an order. */
    private static void parcels(String prefix, String numbers, int orders, Instant placed) {
        OrderIngestService orderIngest = app.context.getBean(OrderIngestService.class);
        ParcelIngestService parcelIngest = app.context.getBean(ParcelIngestService.class);
        app.context.getBean(DatabaseWriter.class).write(db -> {
            for (int i = 0; i < orders; i++) {
                Order order = new Order(
                        "kites",
                        prefix + "-" + i,
                        placed,
                        new Order.Customer("Ann", "l" + i + "@customer.example", "+46701740620", null),
                        new Order.ShipTo("Ann", null, "Lund", null, null, "SE"),
                        new Order.Purchase(
                                Payment.PREPAID,
                                "SEK",
                                BigDecimal.TEN,
                                List.of(new Order.Item("BK", "Kite", 1, BigDecimal.TEN, null))),
                        new Order.Consent(true, true, true),
                        List.of());
                OrderRow row = orderIngest.ingestOrder(db, order, "api", placed).row();
                for (int p = 2 * i; p < 2 * i + 2; p++)
                    parcelIngest.ingestParcel(db, row, new Parcel("hopgate", numbers + p, List.of()), "api", placed);
            }
            return null;
        });
    }

    private static int[] counts(JsonNode taken) {
        return new int[] {
            taken.path("accepted").asInt(),
            taken.path("duplicate").asInt(),
            taken.path("unknownParcel").asInt(),
            taken.path("unreadCode").asInt(),
            taken.path("rejected").size()
        };
    }

    /**
     * @param together how many scans of one parcel follow each other: with few, parcels come up in every part of the
     *     list; with many, parts stand apart
     */
    @ParameterizedTest
    @CsvSource({"1, 1, false", "2, 7, false", "3, 1, true", "4, 7, true"})
    void comesToTheSameAsAFewAtATime(long seed, int together, boolean busy) {
        Random random = new Random(seed);
        Instant start = app.now().minusSeconds(86_400);
        int orders = 160;
        parcels("L" + seed, "LLL" + seed, orders, start);
        parcels("F" + seed, "FFF" + seed, orders, start);
        List<Scan> scans = new ArrayList<>();
        for (int parcel = 0; parcel < 2 * orders + 20; parcel++) { // the last are on no order
            for (int w = 0; w < WAY.length; w++) {
                long second = together == 1 ? 6_000L * w + random.nextInt(9_000) : 60L * parcel + 7L * w;
                scans.add(new Scan(parcel, WAY[w], start.plusSeconds(second)));
                if (random.nextInt(20) == 0) scans.add(scans.get(scans.size() - 1));
            }
        }
        List<Scan> inOrder = new ArrayList<>(scans);
        inOrder.sort(Comparator.comparing(Scan::at));
        Collections.shuffle(scans, random);
        scans.sort(Comparator.comparing(Scan::at)); // same moment: in any order
        int[] few = new int[5];
        for (int from = 0; from < inOrder.size(); from += 400) {
            int[] some = counts(app.api(
                            "POST",
                            "/api/v1/scans",
                            list(inOrder.subList(from, Math.min(inOrder.size(), from + 400)), "FFF" + seed))
                    .json());
            for (int i = 0; i < few.length; i++) few[i] += some[i];
        }
        AtomicBoolean done = new AtomicBoolean(!busy);
        CompletableFuture<Void> others = CompletableFuture.runAsync(() -> {
            while (!done.get())
                app.order("prepaid", "busy@customer.example", null, "{\"email\":true,\"sms\":true,\"whatsapp\":true}");
        });
        int[] once = counts(
                app.api("POST", "/api/v1/scans", list(scans, "LLL" + seed)).json());
        done.set(true);
        others.join();
        assertThat(once).isEqualTo(few);
        assertThat(once[0]).isGreaterThan(1_500);
        assertThat(all("L" + seed)).hasSize(orders).isEqualTo(all("F" + seed));
        int[] again = counts(
                app.api("POST", "/api/v1/scans", list(scans, "LLL" + seed)).json());
        assertThat(again).as("the same list again").isEqualTo(new int[] {0, scans.size(), 0, 0, 0});
    }

    private static String list(List<Scan> scans, String prefix) {
        return "[" + String.join(",", scans.stream().map(s -> s.json(prefix)).toList()) + "]";
    }
}
