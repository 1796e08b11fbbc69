package upbeat.herald.server.manual;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** A customer who asks for it is forgotten: the orders stay as numbers, and nothing is sent any more. */
class CustomerErasureTest extends OwnAppTestCase {
    private static final String ALL = "{\"email\":true,\"sms\":true,\"whatsapp\":true}";
    private static RunningApp.Person person;

    @BeforeAll
    static void open() {
        person = app.signedIn();
    }

    private static RunningApp.Answer erase(String... numbers) {
        List<String> names = new ArrayList<>();
        for (String n : numbers) names.add("{\"shop\":\"kites\",\"number\":\"" + n + "\"}");
        return person.call("POST", "/ui/erasure", "{\"orders\":[" + String.join(",", names) + "]}");
    }

    private static String stop(String action, String channel, String address) {
        return person.call(
                        "POST",
                        "/ui/stop-list/" + action,
                        "{\"channel\":\"" + channel + "\",\"address\":\"" + address + "\"}")
                .body();
    }

    /** Every text cell of the database that holds these words, as table and column. */
    private static List<String> findInDatabase(String words) throws SQLException {
        List<String> found = new ArrayList<>();
        try (Connection db = DriverManager.getConnection("jdbc:sqlite:" + app.data.resolve("herald.db"));
                Statement tables = db.createStatement();
                ResultSet names = tables.executeQuery(
                        "select m.name, p.name from sqlite_master m join pragma_table_info(m.name) p"
                                + " where m.type = 'table' and m.name not like 'order_search%'")) {
            while (names.next()) {
                try (PreparedStatement look = db.prepareStatement("select count(*) from \"" + names.getString(1)
                        + "\" where instr(lower(cast(\"" + names.getString(2) + "\" as text)), lower(?)) > 0")) {
                    look.setString(1, words);
                    ResultSet hit = look.executeQuery();
                    if (hit.getInt(1) > 0) found.add(names.getString(1) + "." + names.getString(2));
                }
            }
        }
        return found;
    }

    @Test
    void nothingOfThePersonIsLeftAndTheOrderStaysAsNumbers() throws Exception {
        String mail = "forget.me@customer.example";
        String number = app.order("cash-on-delivery", mail, "+46701740671", ALL);
        app.parcel(number, "hopgate", "HOP 7200 0001 1");
        app.advance("PT15M");
        await().until(() -> app.read(number).path("messages").size() > 0
                && !app.read(number).path("messages").get(0).path("sentAt").isNull());
        assertThat(findInDatabase("forget.me")).isNotEmpty();
        JsonNode before = app.read(number);

        assertThat(erase(number).json().path("orders").asInt()).isEqualTo(1);

        JsonNode after = app.read(number);
        assertThat(after.path("customer").isMissingNode()
                        || after.path("customer").isNull())
                .isTrue();
        assertThat(after.path("shipTo").path("street").asString("")).isEmpty();
        assertThat(after.path("shipTo").path("country").asString())
                .as("figures by country stay right")
                .isEqualTo(before.path("shipTo").path("country").asString());
        assertThat(after.path("items")).isEqualTo(before.path("items"));
        assertThat(after.path("total")).isEqualTo(before.path("total"));
        assertThat(after.path("parcels").size()).isEqualTo(1);
        assertThat(after.path("messages").size())
                .isGreaterThanOrEqualTo(before.path("messages").size());
        for (String trace : List.of("forget.me", "701740671"))
            assertThat(findInDatabase(trace)).as(trace).isEmpty();
        assertThat(person.call("GET", "/ui/orders?search=forget.me", null).body())
                .contains("\"rows\":[]");
    }

    @Test
    void aShopThatSendsTheOrderAgainDoesNotBringThePersonBack() throws Exception {
        String number = app.order("prepaid", "again@customer.example", null, "{}");
        erase(number);
        assertThat(app.put(number, "cash-on-delivery", "again@customer.example", "+46701740672", ALL)
                        .status())
                .isEqualTo(200);
        assertThat(app.read(number).path("payment").asString())
                .as("what is no person's is taken")
                .isEqualTo("cash-on-delivery");
        assertThat(findInDatabase("again@customer")).isEmpty();
        // A number that could be read in two ways is noted on other orders, with the number in it.
        String guessed = """
                {"placedAt":"%s","customer":{"name":"Ann","phone":"4915228895456"},"shipTo":{"country":"DE"},
                "payment":"prepaid","items":[{"name":"Kite","quantity":1}]}""".formatted(app.now());
        app.api("PUT", "/api/v1/orders/kites/GUESS-1", guessed);
        assertThat(findInDatabase("15228895456")).contains("order_note.text");
        erase("GUESS-1");
        app.api("PUT", "/api/v1/orders/kites/GUESS-1", guessed.replace("prepaid", "cash-on-delivery"));
        assertThat(findInDatabase("15228895456")).isEmpty();
    }

    private static final String SHOP_ORDER = """
            {"order_no":"%s","created":"2026-11-24 12:00:00","pay_by":"card","currency":"SEK","total_cents":8450,
            "buyer":{"name":"Wren Tern","mail":"%s","mobile":"070-174 06 76"},
            "ship_to":{"recipient":"Wren Tern","country":"SE"},
            "lines":[{"article":"BK-1","title":"Box kite","qty":%d,"price_cents":6050}]}""";

    /** The request and the file are facts kept as they came; those of an erased customer are not kept again. */
    @Test
    void aRequestOrAFileThatBringsTheOrderAgainIsNotKept() throws Exception {
        JsonNode shop = person.call("POST", "/ui/shops", "{\"key\":\"gone\",\"name\":\"A shop\"}")
                .json();
        String mail = "wren.gone@customer.example";
        String body = SHOP_ORDER.formatted("G-1", mail, 1);
        JsonNode proposal =
                person.call("POST", "/ui/shops/gone/propose", body).json().path("mapping");
        assertThat(person.call("PUT", "/ui/shops/gone/mapping", proposal.toString())
                        .status())
                .isEqualTo(200);
        assertThat(deliver(shop, body)).isEqualTo("read");
        assertThat(findInDatabase("wren.gone")).contains("arrival.body");
        assertThat(person.call("POST", "/ui/erasure", "{\"orders\":[{\"shop\":\"gone\",\"number\":\"G-1\"}]}")
                        .json()
                        .path("orders")
                        .asInt())
                .isEqualTo(1);
        assertThat(findInDatabase("wren")).isEmpty();

        assertThat(deliver(shop, SHOP_ORDER.formatted("G-1", mail, 2))).isEqualTo("read");
        assertThat(findInDatabase("wren")).isEmpty();

        String sheet = "order,name,email,country,payment\nG-1,Wren Tern," + mail + ",SE,prepaid\n" + "G-1,Wren Tern,"
                + mail + ",Atlantis,prepaid\nG-2,Other Person,,SE,prepaid\n";
        String id = person.upload("/ui/sheets?kind=orders", "gone", sheet.getBytes(StandardCharsets.UTF_8))
                .json()
                .path("id")
                .asString();
        assertThat(findInDatabase("wren tern"))
                .as("the file waits to be loaded")
                .containsOnly("import_run.content");
        assertThat(person.call("POST", "/ui/sheets/" + id, null)
                        .json()
                        .path("state")
                        .asString())
                .isEqualTo("done");
        assertThat(findInDatabase("wren")).isEmpty();
        assertThat(findInDatabase("other person")).contains("import_row.name");
        assertThat(person.call("GET", "/ui/sheets/" + id + "/refused", null).status())
                .isLessThan(500);
    }

    private static String deliver(JsonNode shop, String body) {
        String path = shop.path("address").asString().replaceFirst("https?://[^/]+", "");
        return app.bare(
                        "POST",
                        path,
                        body,
                        java.util.Map.of(
                                "X-Shop-Secret", shop.path("headerSecret").asString()))
                .json()
                .path("state")
                .asString();
    }

    @Test
    void whatWasPlannedIsNotSentNorIsAnythingForALaterOrder() {
        String mail = "never.again@customer.example";
        String number = app.order("cash-on-delivery", mail, null, "{}");
        erase(number);
        app.advance("PT20M");
        String later = app.order("cash-on-delivery", "Never.Again@customer.example", null, "{}");
        app.advance("PT20M");
        await().until(() -> app.read(later).path("messages").size() > 0);
        assertThat(app.read(later).path("messages").valueStream().toList())
                .allMatch(m -> m.path("status").asString().equals("withheld"))
                .anyMatch(m -> m.path("reason").asString().equals("The e-mail address is on the stop list"));
        assertThat(app.world.mailbox.to(mail)).isEmpty();
        assertThat(app.world.mailbox.to("Never.Again@customer.example")).isEmpty();

        assertThat(stop("find", "email", mail)).contains("\"reason\":\"erased\"");
        assertThat(stop("remove", "email", mail)).doesNotContain("erased");
        String wanted = app.order("cash-on-delivery", mail, null, "{}");
        app.advance("PT20M");
        await().until(() -> !app.world.mailbox.to(mail).isEmpty());
        assertThat(app.read(wanted).path("messages").valueStream().toList())
                .anyMatch(m -> m.path("channel").asString().equals("email")
                        && List.of("accepted", "delivered")
                                .contains(m.path("status").asString()));
    }

    @Test
    void anAddressPutOnTheListAfterPlanningHoldsWhatIsPlanned() {
        String number = app.order("cash-on-delivery", "planned@customer.example", null, "{}");
        assertThat(stop("add", "email", " Planned@Customer.example ")).contains("\"reason\":\"asked\"");
        app.advance("PT20M");
        await().until(() -> app.read(number)
                .path("messages")
                .get(0)
                .path("status")
                .asString()
                .equals("withheld"));
        assertThat(app.world.mailbox.to("planned@customer.example")).isEmpty();
    }

    @Test
    void theNextChannelSpeaksWhereOnlyOneIsStopped() {
        String phone = "+46701740674";
        String number = app.order("cash-on-delivery", "other.way@customer.example", phone, ALL);
        stop("add", "whatsapp", phone);
        app.advance("PT20M");
        await().until(() -> app.read(number)
                .path("messages")
                .valueStream()
                .anyMatch(m -> !m.path("channel").asString().equals("whatsapp")
                        && List.of("accepted", "delivered")
                                .contains(m.path("status").asString())));
        assertThat(app.world.phones.on(phone)).noneMatch(m -> m.channel().equals("whatsapp"));
    }

    @Test
    void theOrdersOfOnePersonAreShownBeforeAnythingIsErased() {
        String first = app.order("prepaid", "One.Person@customer.example", "+46701740675", "{}");
        String second = app.order("prepaid", "one.person@customer.example", null, "{}");
        String third = app.order("prepaid", null, "+46701740675", "{}");
        String other = app.order("prepaid", "someone.else@customer.example", null, "{}");
        String shown = person.call("GET", "/ui/erasure/kites/" + first, null).body();
        assertThat(shown).contains(first, second, third).doesNotContain(other);
        assertThat(erase(first, second).json().path("orders").asInt()).isEqualTo(2);
        assertThat(app.read(third).path("customer").path("phone").asString())
                .as("only what was chosen")
                .isEqualTo("+46701740675");
        assertThat(erase(first).json().path("orders").asInt()).as("once").isZero();
    }

    @Test
    void badRequestsAreAnsweredInWords() {
        assertThat(person.call("POST", "/ui/erasure", "{\"orders\":[]}").status())
                .isEqualTo(422);
        assertThat(erase("NO-SUCH-ORDER").status()).isEqualTo(404);
        assertThat(stop("add", "pigeon", "loft")).contains("\"status\":422");
        assertThat(stop("add", "email", "not an address")).contains("\"field\":\"address\"");
        assertThat(app.bare("POST", "/ui/erasure", "{}", java.util.Map.of()).status())
                .as("not without signing in")
                .isIn(401, 403);
    }

    @Test
    void theListHoldsNoAddressThatCouldBeReadOut() throws Exception {
        stop("add", "email", "hidden@customer.example");
        app.advance("PT1M");
        assertThat(findInDatabase("hidden@customer")).isEmpty();
        byte[] file = Files.readAllBytes(Path.of(app.data.toString(), "herald.db"));
        assertThat(new String(file, StandardCharsets.ISO_8859_1)).doesNotContain("hidden@customer");
    }
}
