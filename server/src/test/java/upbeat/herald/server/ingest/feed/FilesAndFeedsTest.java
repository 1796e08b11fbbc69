package upbeat.herald.server.ingest.feed;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

class FilesAndFeedsTest extends OwnAppTestCase {
    /** Its own, because it moves the clock to the next morning. */
    private RunningApp.Person person;

    @BeforeEach
    void signIn() {
        person = app.signedIn();
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private JsonNode ended(String id) {
        JsonNode[] last = new JsonNode[1];
        await().atMost(Duration.ofSeconds(60)).until(() -> {
            last[0] = person.call("GET", "/ui/sheets/" + id, null).json();
            return last[0].path("state").asString().matches("ready|done|stopped|failed");
        });
        return last[0];
    }

    @Test
    void aWorkbookWithItemsFormulasAndARoundedNumber() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(out, "test", "1.0")) {
            Worksheet sheet = book.newWorksheet("x");
            String[] head = {
                "order", "name", "country", "sku", "item", "qty", "price", "total", "carrier", "tracking", "order date"
            };
            for (int i = 0; i < head.length; i++) sheet.value(0, i, head[i]);
            Object[][] rows = {
                {"X-1", "Ann", "SE", "A", "Kite", 1, 12.5, 37.5, "hopgate", "HOP 0500 0000 4", "2026-11-20"},
                {"X-1", "Ann", "SE", "B", "Tail", 2, 12.5, 37.5, "", "", ""},
                {"X-2", "Bea", "SE", "", "", "", "", "", "hopgate", 123456789012345678L, ""}
            };
            for (int r = 0; r < rows.length; r++)
                for (int c = 0; c < rows[r].length; c++) {
                    if (rows[r][c] instanceof Number n) sheet.value(r + 1, c, n);
                    else sheet.value(r + 1, c, (String) rows[r][c]);
                }
            sheet.value(4, 0, "X-3");
            sheet.formula(4, 1, "1+1");
        }
        RunningApp.Answer up = person.upload("/ui/sheets", "book", out.toByteArray());
        assertThat(up.status()).as(up.body()).isEqualTo(200);
        JsonNode dry = ended(up.json().path("id").asString());
        assertThat(dry.path("readAs").asString()).contains("XLSX");
        assertThat(dry.path("refused").asInt()).as(dry.path("rows").toString()).isEqualTo(1);
        assertThat(dry.path("rows").get(0).path("reason").asString()).contains("turned the tracking number into");
        person.call("POST", "/ui/sheets/" + dry.path("id").asString(), "");
        ended(dry.path("id").asString());
        JsonNode order = app.api("GET", "/api/v1/orders/book/X-1", null).json();
        assertThat(order.path("items")).hasSize(2);
        assertThat(order.path("placedAt").asString()).startsWith("2026-11-20");
        assertThat(order.path("parcels")).hasSize(1);
        assertThat(app.api("GET", "/api/v1/orders/book/X-3", null).status()).isEqualTo(200);
    }

    @Test
    void zipBombsHalfFilesAndOtherThingsAreNotOpened() throws IOException {
        ByteArrayOutputStream bomb = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bomb)) {
            zip.putNextEntry(new ZipEntry("xl/worksheets/sheet1.xml"));
            byte[] zeros = new byte[1 << 20];
            for (int i = 0; i < 400; i++) zip.write(zeros);
        }
        assertThat(person.upload("/ui/sheets", "book", bomb.toByteArray())
                        .json()
                        .path("detail")
                        .asString())
                .contains("wasn't opened");
        assertThat(person.upload("/ui/sheets", "book", java.util.Arrays.copyOf(bomb.toByteArray(), 3000))
                        .status())
                .isEqualTo(422);
        assertThat(person.upload("/ui/sheets", "book", new byte[] {'P', 'K', 3, 4, 1})
                        .status())
                .isEqualTo(422);
        assertThat(person.upload("/ui/sheets", "book", new byte[25 << 20]).status())
                .isEqualTo(413);
    }

    @Test
    void trackingNumbersAndStagesInSheetsOfTheirOwn() {
        String a = app.order("prepaid", null, null, "{}");
        String b = app.order("prepaid", null, null, "{}");
        JsonNode dry = person.upload(
                        "/ui/sheets?kind=tracking",
                        "kites",
                        bytes("Auftrag,Sendung\n" + a + ",HOP 0600 0000 7\n" + b
                                + ",RX400000005XS\nNO-1,HOP 0700 0000 2\n" + a + ",HOP 0600 0000 4\n"))
                .json();
        assertThat(dry.path("columns")).as("unknown headings wait for a word").isEmpty();
        String id = dry.path("id").asString();
        person.call(
                "PUT", "/ui/sheets/" + id, "{\"columns\":{\"order\":[\"Auftrag\"],\"trackingNumber\":[\"Sendung\"]}}");
        JsonNode looked = ended(id);
        assertThat(looked.path("changed").asInt())
                .as(looked.path("rows").toString())
                .isEqualTo(3);
        assertThat(looked.path("rows").get(0).path("reason").asString()).contains("no order NO-1");
        assertThat(looked.path("rows").toString())
                .as("a check digit that is wrong is said")
                .contains("check digit should be 7");
        person.call("POST", "/ui/sheets/" + id, "");
        ended(id);
        assertThat(app.read(a).path("parcels").get(0).path("carrier").asString())
                .as("recognised from the number")
                .isEqualTo("hopgate");
        JsonNode remembered = person.upload(
                        "/ui/sheets?kind=tracking", "kites", bytes("Auftrag,Sendung\n" + a + ",HOP 0600 0000 7\n"))
                .json();
        assertThat(remembered.path("columns").path("order").get(0).asString()).isEqualTo("Auftrag");
        assertThat(ended(remembered.path("id").asString()).path("unchanged").asInt())
                .as("the same again changes nothing")
                .isEqualTo(1);

        JsonNode stages = person.upload(
                        "/ui/sheets?kind=stages",
                        "kites",
                        bytes("tracking,status\nHOP 0600 0000 7,dispatched\nRX400000005XS,packed\nNOPE1,dispatched\n"))
                .json();
        person.call(
                "PUT",
                "/ui/sheets/" + stages.path("id").asString(),
                "{\"onlyColumn\":\"status\",\"onlyValue\":\"dispatched\"}");
        JsonNode only = ended(stages.path("id").asString());
        assertThat(only.path("leftOutRows").asInt()).isEqualTo(1);
        assertThat(only.path("refused").asInt()).isEqualTo(1);
        person.call("POST", "/ui/sheets/" + stages.path("id").asString(), "");
        ended(stages.path("id").asString());
        assertThat(app.read(a).path("stage").asString()).isEqualTo("partly-dispatched");
        String refused = person.call("GET", "/ui/sheets/" + stages.path("id").asString() + "/refused.csv", null)
                .body();
        assertThat(refused).contains("why it was refused", "NOPE1");
    }

    @Test
    void aLongSheetShowsProgressAndCanBeStopped() {
        StringBuilder sheet = new StringBuilder("order number,name,e-mail\n");
        for (int i = 0; i < 50_000; i++) // long enough to be stopped on a busy machine
        sheet.append("LONG-").append(i).append(",Ann Long,long").append(i).append("@customer.example\n");
        JsonNode dry =
                person.upload("/ui/sheets", "long", bytes(sheet.toString())).json();
        String id = dry.path("id").asString();
        if (dry.path("state").asString().equals("checking")) {
            await().until(() -> person.call("GET", "/ui/sheets/" + id, null)
                            .json()
                            .path("handled")
                            .asInt()
                    > 0);
            person.call("POST", "/ui/sheets/" + id + "/stop", "");
            assertThat(ended(id).path("reason").asString()).contains("stopped");
        }
        person.call("POST", "/ui/sheets/" + id, "");
        await().until(() -> person.call("GET", "/ui/sheets/" + id, null)
                        .json()
                        .path("handled")
                        .asInt()
                > 200);
        person.call("POST", "/ui/sheets/" + id + "/stop", "");
        JsonNode stopped = ended(id);
        int done = stopped.path("handled").asInt();
        if (stopped.path("state").asString().equals("stopped")) {
            assertThat(stopped.path("reason").asString()).contains("start again");
            assertThat(app.api("GET", "/api/v1/orders/long/LONG-" + (done - 1), null)
                            .status())
                    .isEqualTo(200);
            assertThat(app.api("GET", "/api/v1/orders/long/LONG-" + done, null).status())
                    .isEqualTo(404);
        }
    }

    private JsonNode feed(String more) {
        return person.call(
                        "POST",
                        "/ui/feeds",
                        "{\"shop\":\"fed\",\"holds\":\"orders\",\"interval\":\"PT5M\",\"mostTries\":2,\"limit\":\"PT1H\","
                                + more + "}")
                .json();
    }

    private String address(String name) {
        return "http://" + app.world.settings().get("herald.feeds.allowed") + "/feed/" + name;
    }

    private JsonNode lastRun(long id) {
        return person.call("GET", "/ui/feeds/" + id, null).json().path("runs").get(0);
    }

    @Test
    void anAddressIsAskedAndSaysWhatEndedIt() {
        app.world.storefront.feed("orders.csv", "order,name\nFEED-1,Ann\n");
        long id = feed("\"name\":\"Orders feed\",\"kind\":\"address\",\"place\":\"" + address("orders.csv") + "\"")
                .path("id")
                .asLong();
        person.call("POST", "/ui/feeds/" + id + "/ask", "");
        await().until(() -> lastRun(id).path("endedBy").asString("").equals("arrived"));
        assertThat(lastRun(id).path("summary").asString()).startsWith("1 new");
        assertThat(app.api("GET", "/api/v1/orders/fed/FEED-1", null).status()).isEqualTo(200);
        person.call("POST", "/ui/feeds/" + id + "/ask", "");
        await().until(() -> lastRun(id).path("tries").asInt() == 1);
        assertThat(lastRun(id).path("endedBy").isNull())
                .as("the same as last time: it waits for the next try")
                .isTrue();
        app.advance("PT5M");
        await().until(() -> lastRun(id).path("endedBy").asString("").equals("tries"));
        assertThat(lastRun(id).path("summary").asString()).isEqualTo("No changes since the last file");
        person.call("POST", "/ui/feeds/" + id + "/ask", "");
        await().until(() -> lastRun(id).path("tries").asInt() == 1);
        person.call("POST", "/ui/feeds/" + id + "/stop", "");
        assertThat(lastRun(id).path("endedBy").asString()).isEqualTo("stopped");
    }

    @Test
    void aQuietNightEndsARunButNotTheFeed() {
        app.world.storefront.feed("night.csv", "order,name\nNIGHT-1,Ann\n");
        long id = feed("\"name\":\"Night feed\",\"kind\":\"address\",\"place\":\"" + address("night.csv")
                        + "\",\"schedule\":\"interval\",\"live\":true")
                .path("id")
                .asLong();
        await().until(() -> lastRun(id).path("endedBy").asString("").equals("arrived"));
        // Nothing new for longer than all attempts of two runs take.
        for (int i = 0; i < 12; i++) {
            app.advance("PT5M");
            int runs = i;
            await().until(() -> runs < 0
                    || person.call("GET", "/ui/feeds/" + id, null)
                            .json()
                            .path("nextAt")
                            .isString()
                    || lastRun(id).path("endedBy").isNull());
        }
        await().until(() -> lastRun(id).path("endedBy").asString("").equals("tries")
                || lastRun(id).path("tries").asInt() > 0);
        assertThat(person.call("GET", "/ui/feeds/" + id, null)
                        .json()
                        .path("feed")
                        .path("live")
                        .asBoolean())
                .as("only a person stops it")
                .isTrue();
        app.world.storefront.feed("night.csv", "order,name\nNIGHT-1,Ann\nNIGHT-2,Bo\n");
        await().atMost(java.time.Duration.ofSeconds(30)).until(() -> {
            app.advance("PT5M");
            return app.api("GET", "/api/v1/orders/fed/NIGHT-2", null).status() == 200;
        });
        person.call("DELETE", "/ui/feeds/" + id, null);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"page|a web page", "inside|inside this network", "missing|status 404", "large|larger than"})
    void feedsThatMisbehave(String name, String said) {
        long id = feed("\"name\":\"Bad " + name + "\",\"kind\":\"address\",\"place\":\"" + address(name) + "\"")
                .path("id")
                .asLong();
        person.call("POST", "/ui/feeds/" + id + "/ask", "");
        await().atMost(Duration.ofSeconds(20))
                .until(() -> lastRun(id).path("tries").asInt() == 1);
        assertThat(lastRun(id).path("summary").asString()).contains(said);
    }

    @Test
    void aFolderOfScansBelongsToACarrierAndToNoShop() throws Exception {
        String number = app.order(
                "prepaid", "scanfeed@customer.example", null, "{\"email\":false,\"sms\":false,\"whatsapp\":false}");
        assertThat(app.parcel(number, "hopgate", "HOP 6700 0001 5").status()).isEqualTo(201);
        String body =
                "{\"name\":\"Scans in a folder\",\"kind\":\"folder\",\"holds\":\"iftsta\",\"place\":\"scans-in\",\"carrier\":\"%s\",\"schedule\":\"off\",\"interval\":\"PT5M\",\"mostTries\":2,\"limit\":\"PT1H\"}";
        RunningApp.Answer nobody = person.call("POST", "/ui/feeds", body.formatted("nobody"));
        assertThat(nobody.status()).isEqualTo(422);
        assertThat(nobody.json().path("errors").get(0).path("message").asString())
                .isEqualTo("There is no carrier nobody");
        JsonNode made =
                person.call("POST", "/ui/feeds", body.formatted("hopgate")).json();
        assertThat(made.path("feed").path("shop").asString()).isEmpty();
        assertThat(made.path("feed").path("carrier").asString()).isEqualTo("hopgate");
        Path folder = app.data.resolve("inbox/scans-in");
        Files.createDirectories(folder);
        Path file = folder.resolve("one.edi");
        Files.writeString(
                file,
                "UNB+UNOC:3+A:14+B:14+261124:0930+R'UNH+1+IFTSTA:D:01B:UN'BGM+23+D+9'CNI+1+HOP 6700 0001 5'STS+1+24'DTM+334:202611241010:203'UNT+6+1'UNZ+1+R'");
        Files.setLastModifiedTime(
                file, FileTime.from(Files.getLastModifiedTime(file).toInstant().minusSeconds(10)));
        long id = made.path("id").asLong();
        person.call("POST", "/ui/feeds/" + id + "/ask", "");
        await().until(() -> lastRun(id).path("endedBy").asString("").equals("arrived"));
        assertThat(app.read(number).path("parcels").get(0).path("scans"))
                .as("the label, and the scan")
                .hasSize(2);
    }

    @Test
    void ordersWithoutAShopAreRefused() {
        RunningApp.Answer answer = person.call(
                "POST",
                "/ui/feeds",
                "{\"name\":\"x\",\"kind\":\"folder\",\"holds\":\"orders\",\"place\":\"somewhere\"}");
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.json().path("errors").get(0).path("field").asString()).isEqualTo("shop");
    }

    @Test
    void addressesInsideTheNetworkAreRefusedAtOnce() {
        for (String inside : new String[] {
            "http://127.0.0.1:9/x",
            "http://10.1.2.3/x",
            "http://192.168.1.1/",
            "http://169.254.169.254/latest",
            "http://[::1]/",
            "http://[fd00::1]/",
            "file:///etc/passwd",
            "ftp://x.example/",
            "http://100.64.0.1/",
            "http://user:pw@127.0.0.1:" + app.world.storefront.port() + "/"
        }) {
            RunningApp.Answer answer = person.call(
                    "POST",
                    "/ui/feeds",
                    "{\"name\":\"x\",\"kind\":\"address\",\"shop\":\"fed\",\"holds\":\"orders\",\"place\":\"" + inside
                            + "\"}");
            assertThat(answer.status()).as(inside + " " + answer.body()).isEqualTo(422);
        }
        assertThat(person.call(
                                "POST",
                                "/ui/feeds",
                                "{\"name\":\"x\",\"kind\":\"folder\",\"shop\":\"fed\",\"holds\":\"orders\",\"place\":\"../../etc\"}")
                        .status())
                .isEqualTo(422);
    }

    @Test
    void aFolderIsWatchedAtATimeOfDay() throws IOException {
        JsonNode made = feed(
                "\"name\":\"Folder\",\"kind\":\"folder\",\"place\":\"morning\",\"schedule\":\"daily\",\"atTime\":\"06:00\",\"zone\":\"UTC\",\"live\":true");
        long id = made.path("id").asLong();
        Path folder = app.data.resolve("inbox/morning");
        Files.createDirectories(folder);
        Files.writeString(folder.resolve("a.csv"), "order,name\nFOLDER-1,Ann\n");
        Files.writeString(folder.resolve("b.csv"), "name\nnobody\n");
        for (String f : new String[] {"a.csv", "b.csv"})
            Files.setLastModifiedTime(
                    folder.resolve(f),
                    FileTime.from(Files.getLastModifiedTime(folder.resolve(f))
                            .toInstant()
                            .minusSeconds(10)));
        Instant next = Instant.parse(made.path("nextAt").asString());
        app.advance(Duration.between(app.now(), next).toString());
        await().until(() -> lastRun(id).path("endedBy").asString("").equals("arrived"));
        assertThat(app.api("GET", "/api/v1/orders/fed/FOLDER-1", null).status()).isEqualTo(200);
        assertThat(folder.resolve("done/a.csv")).exists();
        assertThat(Files.readString(folder.resolve("refused/b.csv.why.txt"))).contains("order");
        assertThat(Instant.parse(person.call("GET", "/ui/feeds/" + id, null)
                        .json()
                        .path("nextAt")
                        .asString()))
                .isEqualTo(next.plusSeconds(86_400));
    }
}
