package upbeat.herald.server.platform.persistence;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.SimulatedWorld;

/** A data folder of the first version opens, with everything in it. */
class OldDataFolderTest {
    private static final String OLD_NOTICE =
            "{\"id\":\"%s\",\"name\":\"Old\",\"state\":\"LIVE\",\"audience\":{%s},\"stage\":\"ORDERED\",\"after\":\"PT15M\","
                    + "\"window\":{\"from\":\"08:00:00\",\"to\":\"20:00:00\"},\"per\":\"ORDER\",\"ageLimit\":\"PT48H\","
                    + "\"channels\":[\"sms\"],\"rule\":\"ALL\",\"question\":null,\"wordings\":{\"sms\":{\"text\":\"Hello\"}},\"others\":[]}";

    @Test
    void aFolderOfTheFirstVersionOpens() throws Exception {
        Path data = RunningApp.folder();
        String url = "jdbc:sqlite:" + data.resolve("herald.db");
        Flyway.configure().dataSource(url, null, null).target("1").load().migrate();
        try (Connection db = DriverManager.getConnection(url);
                Statement s = db.createStatement()) {
            s.execute(
                    "insert into shop_order (id, shop, number, placed_at, name, email, country, payment, stage, body, source, updated_at) values (7, 'old', 'OLD-7', 1795000000000, 'Ann Old', 'old@customer.example', 'SE', 'prepaid', 'dispatched', "
                            + "'{\"shop\":\"old\",\"number\":\"OLD-7\",\"placedAt\":\"2026-11-18T10:00:00Z\",\"customer\":{\"name\":\"Ann Old\",\"email\":\"old@customer.example\",\"phone\":null,\"language\":null},\"shipTo\":null,\"payment\":\"PREPAID\",\"currency\":null,\"total\":null,\"items\":[],\"consent\":{},\"tags\":[]}', 'api', 0)");
            s.execute(
                    "insert into carrier (key, body) values ('older', '{\"key\":\"older\",\"name\":\"Older Post\",\"linkPattern\":\"https://older.example/{trackingNumber}\",\"zone\":\"Europe/Oslo\",\"codes\":[{\"code\":\"A\",\"contains\":null,\"stage\":\"DELIVERED\"}]}')");
            s.execute(
                    "insert into parcel (id, order_id, carrier, tracking_number, compact, items, stage, stage_at, source, created_at) values (9, 7, 'older', 'OP 12-34', 'OP1234', '[]', 'dispatched', 1795000000000, 'api', 1795000000000)");
            s.execute(
                    "insert into scan (carrier, compact, parcel_id, code, at, day, stage, source, received_at) values ('older', 'OP1234', 9, 'X', 1795000000000, '2026-11-18', 'dispatched', 'carrier', 1795000000000)");
            s.execute("insert into notice (id, position, body, updated_at) values ('ask', 1, '"
                    + OLD_NOTICE.formatted(
                            "ask",
                            "\"payments\":[\"CASH_ON_DELIVERY\"],\"countries\":[\"DE\",\"AT\"],\"carriers\":[\"older\"],\"shops\":[]")
                    + "', 0), ('all', 2, '"
                    + OLD_NOTICE.formatted("all", "\"payments\":[],\"countries\":[],\"carriers\":[],\"shops\":[]")
                    + "', 0)");
            s.execute(
                    "insert into setting (name, value) values ('brand', '{\"name\":\"Old Kites\",\"senderAddress\":\"old@kites.example\",\"smsSender\":\"OldKites\",\"phone\":null,\"postalAddress\":\"1 Old Slipway\",\"colour\":\"#123456\",\"helpUrl\":null}'), ('demo.set', 'x'), ('plan.started', 'x')");
            s.execute("insert into account (name, password_hash, created_at) values ('coordinator', '"
                    + new org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder(4)
                            .encode("for-local-use-only")
                    + "', 0)");
        }
        SimulatedWorld world = new SimulatedWorld();
        world.start();
        try (RunningApp app = RunningApp.start(world, data)) {
            RunningApp.Person person = app.signedIn();
            assertThat(person.call("GET", "/ui/orders?search=1234", null)
                            .json()
                            .path("rows")
                            .toString())
                    .as("the word index is made")
                    .contains("OLD-7");
            JsonNode order =
                    person.call("GET", "/ui/orders/old/OLD-7", null).json().path("order");
            assertThat(order.path("parcels").get(0).path("trackingLink").asString())
                    .isEqualTo("https://older.example/OP1234");
            JsonNode carriers = person.call("GET", "/ui/carriers", null).json().path("carriers");
            assertThat(carriers.get(0).path("carrier").path("inUse").asBoolean())
                    .as("what was used stays in use")
                    .isTrue();
            assertThat(carriers.get(0).path("carrier").path("codes")).hasSize(1);
            assertThat(person.call("GET", "/ui/orders?quietDays=1", null)
                            .json()
                            .path("rows")
                            .toString())
                    .as("the last scan is known")
                    .contains("OLD-7");
            JsonNode brand = person.call("GET", "/ui/brand", null).json();
            assertThat(brand.path("brand").path("name").asString()).isEqualTo("Old Kites");
            assertThat(brand.path("brand").path("ground").asString()).isEqualTo("#fbf8f1");
            JsonNode plan = person.call("GET", "/ui/plan", null).json().path("notices");
            assertThat(plan.get(0).path("audience").asString())
                    .as("four lists have become conditions")
                    .isEqualTo("cash-on-delivery orders to Austria and Germany, with Older Post");
            assertThat(plan.get(1).path("audience").asString()).isEqualTo("everyone");
            assertThat(person.call("GET", "/ui/shops", null).json().toString()).contains("\"old\"");
        } finally {
            world.close();
        }
        try (RunningApp again = RunningApp.startWith(java.util.Map.of("herald.data", data.toString()))) {
            assertThat(again.signedIn()
                            .call("GET", "/ui/orders?search=ann", null)
                            .json()
                            .path("rows")
                            .toString())
                    .as("and once more")
                    .contains("OLD-7");
        }
    }

    /** Questions from before they were followed: answered ones are closed, the others can be answered for 30 days. */
    @Test
    void questionsOfAnOlderVersionAreFollowed() throws Exception {
        String url = "jdbc:sqlite:" + RunningApp.folder().resolve("herald.db");
        Flyway.configure().dataSource(url, null, null).target("29").load().migrate();
        try (Connection db = DriverManager.getConnection(url);
                Statement s = db.createStatement()) {
            for (int order = 1; order <= 3; order++)
                s.execute(
                        "insert into shop_order (id, shop, number, placed_at, payment, stage, body, source, updated_at) values ("
                                + order + ", 'old', 'OLD-" + order + "', 0, 'prepaid', 'ordered', '{}', 'api', 0)");
            String message =
                    "insert into message (id, notice_id, order_id, parcel, occasion, stage, channel, language, status, stand_by, planned_at, due_at, sent_at, question) values ";
            s.execute(message
                    + "('a', 'ask', 1, '', '1', 'ordered', 'sms', 'en', 'accepted', '[]', 0, 0, 5000, '{}'),"
                    + "('b', 'ask', 1, '', '1', 'ordered', 'email', 'en', 'accepted', '[]', 0, 0, 4000, '{}'),"
                    + "('c', 'ask', 2, '', '1', 'ordered', 'sms', 'en', 'accepted', '[]', 0, 0, 6000, '{}'),"
                    + "('d', 'ask', 3, '', 'copy/1', 'ordered', 'email', 'en', 'accepted', '[]', 0, 0, 7000, '{}'),"
                    + "('e', 'tell', 3, '', '1', 'ordered', 'email', 'en', 'accepted', '[]', 0, 0, 7000, null)");
            s.execute(
                    "insert into answer (order_id, notice_id, message_id, button, label, refuses, via, at) values (1, 'ask', 'a', 'y', 'Yes', 0, 'page', 9000)");
            Flyway.configure().dataSource(url, null, null).load().migrate();
            StringBuilder rows = new StringBuilder();
            try (var found = s.executeQuery(
                    "select order_id, asked_at, next_at, ended_at, outcome from question_asked order by order_id")) {
                while (found.next())
                    for (int column = 1; column <= 5; column++)
                        rows.append(found.getString(column)).append(column == 5 ? "\n" : " ");
            }
            assertThat(rows).hasToString("1 4000 null 9000 answered\n2 6000 2592006000 null null\n");
        }
    }
}
