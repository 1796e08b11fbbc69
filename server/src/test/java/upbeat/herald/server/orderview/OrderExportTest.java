package upbeat.herald.server.orderview;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.HashSet;
import java.util.Set;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** An export holds all there is, each once. */
class OrderExportTest extends OwnAppTestCase {
    private static final int MANY = 3_456;
    private static RunningApp.Person person;

    @BeforeAll
    static void fill() {
        app.order("prepaid", "ann@customer.example", null, "{}");
        // Many orders placed at the very same moment: pages must not lose or double those at their seams.
        app.context.getBean(DatabaseWriter.class).write(db -> db.sql(
                        "with recursive n(i) as (select 1 union all select i + 1 from n where i < ?) "
                                + "insert into shop_order (shop, number, placed_at, name, payment, stage, body, source, updated_at) "
                                + "select 'bulk', 'B-' || i, 1764000000000 + 1000 * (i / 1000), name, payment, stage, "
                                + "json_set(body, '$.number', 'B-' || i, '$.shop', 'bulk', '$.placedAt', strftime('%Y-%m-%dT%H:%M:%SZ', 1764000000 + i / 1000, 'unixepoch')), source, updated_at "
                                + "from n, (select * from shop_order limit 1)")
                .param(MANY)
                .update());
        person = app.signedIn();
    }

    @Test
    void csvHoldsEveryOrderOnce() {
        String csv = person.call("GET", "/ui/orders-export.csv", null).body();
        Set<String> seen = new HashSet<>();
        csv.lines().skip(1).forEach(line -> assertThat(seen.add(line.split(",")[1]))
                .as(line)
                .isTrue());
        assertThat(seen).hasSize(MANY + 1);
    }

    @Test
    void whoWaitsIsToldHowFarItIs() {
        String id = "waiting-for-this";
        assertThat(person.call("GET", "/ui/orders-export-progress/" + id, null).status())
                .isEqualTo(404);
        person.call("GET", "/ui/orders-export.csv?shop=bulk&progress=" + id, null);
        assertThat(person.call("GET", "/ui/orders-export-progress/" + id, null).body())
                .isEqualTo("{\"done\":" + MANY + ",\"total\":" + MANY + "}");
        assertThat(person.call("GET", "/ui/orders-export.csv?progress=no%20name", null)
                        .status())
                .isEqualTo(422);
    }

    @Test
    void xlsxHoldsTheSame() throws IOException {
        byte[] file = person.bytes("/ui/orders-export.xlsx");
        try (ReadableWorkbook book = new ReadableWorkbook(new ByteArrayInputStream(file));
                var rows = book.getFirstSheet().openStream()) {
            assertThat(rows.count()).isEqualTo(MANY + 2);
        }
    }
}
