package upbeat.herald.server.manual;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.exchange.CsvTable;
import upbeat.herald.core.exchange.Table;
import upbeat.herald.server.RunningApp;

class ManualChangeTest {
    private final RunningApp app = RunningApp.shared();
    private final RunningApp.Person person = app.signedIn();

    private JsonNode mark(String stage, String... numbers) {
        String orders = java.util.Arrays.stream(numbers)
                .map(n -> "{\"shop\":\"kites\",\"number\":\"" + n + "\"}")
                .collect(java.util.stream.Collectors.joining(","));
        return person.call("POST", "/ui/hand/marks", "{\"stage\":\"" + stage + "\",\"orders\":[" + orders + "]}")
                .json();
    }

    private RunningApp.Answer undo(JsonNode done) {
        return person.call("POST", "/ui/hand/deeds/" + done.path("changeId").asLong() + "/undo", "");
    }

    private RunningApp.Answer parcel(String number, String carrier, String tracking) {
        return person.call(
                "POST",
                "/ui/hand/orders/kites/" + number + "/parcels",
                "{\"carrier\":\"" + carrier + "\",\"trackingNumber\":\"" + tracking + "\",\"items\":[]}");
    }

    @Test
    void aNumberIsPutOnChangedTakenOffAndPutBack() {
        String number = app.order("prepaid", null, null, "{}");
        JsonNode put = parcel(number, "hopgate", "HOP 0100 0000 8").json();
        assertThat(app.read(number).path("stage").asString()).isEqualTo("packed");
        assertThat(undo(put).status()).isEqualTo(200);
        assertThat(app.read(number).path("parcels")).isEmpty();
        assertThat(undo(put).json().path("detail").asString()).contains("already");
        parcel(number, "hopgate", "HOP 0100 0000 8");
        JsonNode changed = person.call(
                        "PUT",
                        "/ui/hand/orders/kites/" + number + "/parcels/hopgate/HOP%200100%200000%208",
                        "{\"carrier\":\"skerry-post\",\"trackingNumber\":\"RX300000005XS\"}")
                .json();
        assertThat(app.read(number)
                        .path("parcels")
                        .get(0)
                        .path("trackingNumber")
                        .asString())
                .isEqualTo("RX300000005XS");
        undo(changed);
        assertThat(app.read(number)
                        .path("parcels")
                        .get(0)
                        .path("trackingNumber")
                        .asString())
                .isEqualTo("HOP 0100 0000 8");
        mark("dispatched", number);
        JsonNode removed = person.call(
                        "DELETE", "/ui/hand/orders/kites/" + number + "/parcels/hopgate/HOP%200100%200000%208", null)
                .json();
        assertThat(app.read(number).path("stage").asString()).isEqualTo("ordered");
        undo(removed);
        assertThat(app.read(number).path("stage").asString()).isEqualTo("dispatched");
        assertThat(parcel(number, "pigeon", "1").status()).isEqualTo(422);
        assertThat(parcel(number, "hopgate", " - ").status()).isEqualTo(422);
        assertThat(parcel("NO-SUCH", "hopgate", "1").status()).isEqualTo(404);
    }

    @Test
    void manyAreMarkedAtOnceAndTakenBackWhileNothingWasSent() {
        String a = app.order("prepaid", null, null, "{}");
        String b = app.order("prepaid", null, null, "{}");
        String bare = app.order("prepaid", null, null, "{}");
        parcel(a, "hopgate", "HOP 0200 0000 7");
        parcel(b, "hopgate", "HOP 0300 0000 6");
        JsonNode done = mark("dispatched", a, b, bare, "NOPE");
        assertThat(done.path("done").asInt()).isEqualTo(3);
        assertThat(done.path("refused")).hasSize(1);
        assertThat(app.read(b).path("stage").asString()).isEqualTo("dispatched");
        assertThat(undo(done).status()).isEqualTo(200);
        assertThat(app.read(a).path("stage").asString()).isEqualTo("packed");
        assertThat(app.read(bare).path("stage").asString()).isEqualTo("ordered");
        assertThat(mark("dispatched", a, b).path("done").asInt())
                .as("it can be said again")
                .isEqualTo(2);
        assertThat(mark("dispatched", a).path("done").asInt())
                .as("twice changes nothing")
                .isZero();
    }

    @Test
    void whatWasSentCantBeTakenBack() {
        String mail = "byhand@customer.example";
        String number = app.order("prepaid", mail, null, "{}");
        JsonNode put = parcel(number, "hopgate", "HOP 0400 0000 5").json();
        JsonNode done = mark("dispatched", number);
        assertThat(done.path("messages").asInt()).isEqualTo(1);
        app.advance("PT1M");
        await().until(() -> !app.world.mailbox.to(mail).isEmpty());
        assertThat(undo(done).json().path("detail").asString()).contains("already told");
        assertThat(undo(put).json().path("detail").asString()).contains("already sent");
        assertThat(app.read(number).path("stage").asString()).isEqualTo("dispatched");
        assertThat(mark("cancelled", number).path("done").asInt()).isEqualTo(1);
        assertThat(app.read(number).path("stage").asString()).isEqualTo("cancelled");
    }

    @Test
    void ordersAreFoundFilteredKeptAsViewsAndExported() throws Exception {
        app.api(
                "PUT",
                "/api/v1/orders/kites/FIND-77",
                "{\"placedAt\":\"2026-11-24T12:00:00Z\",\"customer\":{\"name\":\"=1+1 Zoë Quillfinder\",\"email\":\"zoe.q@customer.example\",\"phone\":\"+46701740699\"},\"shipTo\":{\"country\":\"SE\"},\"payment\":\"cash-on-delivery\",\"tags\":[\"rare\"]}");
        app.parcel("FIND-77", "sandkettle", "SK 55-210-904");
        for (String words : new String[] {
            "FIND-77",
            "find77",
            "quillfinder",
            "zoe",
            "zoe.q@customer.example",
            "070 174 06 99",
            "+46701740699",
            "0699",
            "SK 55-210-904",
            "sk55210904",
            "0904 zoe"
        }) {
            assertThat(get("/ui/orders?search=" + java.net.URLEncoder.encode(words, StandardCharsets.UTF_8))
                            .path("rows")
                            .toString())
                    .as(words)
                    .contains("FIND-77");
        }
        for (String words : new String[] {"quillfinders", "\"", "* OR", "NEAR(", "--"})
            assertThat(get("/ui/orders?search=" + java.net.URLEncoder.encode(words, StandardCharsets.UTF_8))
                            .path("rows")
                            .toString())
                    .as(words)
                    .doesNotContain("FIND-77");
        assertThat(app.read("FIND-77").path("stage").asString()).isEqualTo("packed");
        for (String query : new String[] {
            "tag=rare", "carrier=sandkettle&payment=cash-on-delivery", "country=SE&tag=rare", "stage=packed&tag=rare"
        })
            assertThat(get("/ui/orders?" + query).path("rows").toString())
                    .as(query)
                    .contains("FIND-77");
        for (String query : new String[] {
            "tag=none",
            "carrier=hopgate&tag=rare",
            "country=NO&tag=rare",
            "noContact=true&tag=rare",
            "quietDays=1&tag=rare",
            "shop=other&tag=rare"
        })
            assertThat(get("/ui/orders?" + query).path("rows").toString())
                    .as(query)
                    .doesNotContain("FIND-77");
        app.scan("sandkettle", "SK 55-210-904", "x", app.now().minusSeconds(4 * 86_400));
        mark("dispatched", "FIND-77");
        assertThat(get("/ui/orders?quietDays=3&tag=rare").path("rows").toString())
                .contains("FIND-77");
        assertThat(get("/ui/orders?quietDays=5&tag=rare").path("rows")).isEmpty();
        assertThat(person.call("GET", "/ui/orders?quietDays=0", null).status()).isEqualTo(422);

        JsonNode view = person.call("POST", "/ui/orders-views", "{\"name\":\"Rare ones\",\"query\":\"tag=rare\"}")
                .json();
        assertThat(get("/ui/orders-choices").path("views").toString()).contains("Rare ones");
        assertThat(person.call("DELETE", "/ui/orders-views/" + view.path("id").asLong(), null)
                        .status())
                .isEqualTo(204);

        String csv = person.call("GET", "/ui/orders-export.csv?tag=rare", null).body();
        assertThat(csv).contains("'=1+1 Zoë", "'+46701740699").doesNotContain(",=1+1", ",+467");
        Table table = CsvTable.read(csv.getBytes(StandardCharsets.UTF_8));
        assertThat(table.rows(table.match(java.util.Map.of())).get(0).get(upbeat.herald.core.exchange.SheetColumn.NAME))
                .as("our own reading takes it back")
                .isEqualTo("=1+1 Zoë Quillfinder");
        byte[] xlsx = person.bytes("/ui/orders-export.xlsx?tag=rare");
        try (ReadableWorkbook book = new ReadableWorkbook(new ByteArrayInputStream(xlsx))) {
            var row = book.getFirstSheet().read().get(1);
            assertThat(row.getCellText(3)).isEqualTo("=1+1 Zoë Quillfinder");
            assertThat(row.getCell(3).getFormula()).as("text, not a formula").isNull();
        }
        JsonNode tagged = person.call(
                        "POST",
                        "/ui/hand/tags",
                        "{\"tag\":\"look\",\"orders\":[{\"shop\":\"kites\",\"number\":\"FIND-77\"}]}")
                .json();
        assertThat(app.read("FIND-77").path("tags").toString()).contains("look");
        undo(tagged);
        assertThat(app.read("FIND-77").path("tags").toString()).doesNotContain("look");
    }

    private JsonNode get(String path) {
        return person.call("GET", path, null).json();
    }
}
