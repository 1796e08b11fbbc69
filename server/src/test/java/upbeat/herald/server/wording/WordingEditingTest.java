package upbeat.herald.server.wording;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.PhoneInbox;

/**
 * The place Wording through its web requests: saved, inherited, tried, approved, found and replaced, and taken back.
 */
class WordingEditingTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeAll
    static void open() {
        person = app.signedIn();
    }

    private static JsonNode get(String path) {
        return person.call("GET", "/ui/wording" + path, null).json();
    }

    private static RunningApp.Answer put(String path, String wording) {
        return person.call("PUT", "/ui/wording" + path, wording);
    }

    private static JsonNode preview(String body) {
        return person.call("POST", "/ui/wording/preview", body).json();
    }

    private static void orderOnItsWay(String mail, String tracking, String language) {
        String number = app.number();
        app.api("PUT", "/api/v1/orders/kites/" + number, """
                {"placedAt":"%s","customer":{"name":"Ann O'Test","email":"%s","language":"%s"},"shipTo":{"name":"Ann","city":"Wien","country":"AT"},"payment":"prepaid","currency":"EUR","total":"84.50","items":[{"sku":"BK","name":"Box kite","quantity":1,"price":"84.50"}],"consent":{},"tags":[]}""".formatted(app.now(), mail, language));
        app.parcel(number, "hopgate", tracking);
        app.scan("hopgate", tracking, "20", app.now());
        await().until(() -> !app.world.mailbox.to(mail).isEmpty());
    }

    private static String mail(String to) {
        return app.world.mailbox.to(to).get(0).raw().replace("=\r\n", "").replace("=3D", "=");
    }

    @Test
    void aVariantSaysOnlyWhatIsDifferentAndTheCustomerGetsBoth() {
        String place = "/on-its-way/email?language=de&carrier=hopgate&country=AT";
        assertThat(get(place).path("own").isNull() || get(place).path("own").isMissingNode())
                .isTrue();
        JsonNode saved =
                put(place, "{\"subject\":\"Servus! {{order.number}} kommt\"}").json();
        assertThat(saved.path("own").path("blocks").isMissingNode()
                        || saved.path("own").path("blocks").isNull())
                .as("nothing is entered twice")
                .isTrue();
        assertThat(saved.path("whole").path("blocks").size()).isGreaterThan(2);
        assertThat(saved.path("places").toString()).contains("\"parts\":[\"subject\"]");
        orderOnItsWay("variant@customer.example", "HOP 2100 0001 0", "de-AT");
        assertThat(mail("variant@customer.example"))
                .contains("Subject: Servus! T-", "hat Ihr Paket =C3=BCbernommen", "lang=\"de-AT\"", "84,50");
        orderOnItsWay("other@customer.example", "HOP 2100 0002 0", "fi");
        assertThat(mail("other@customer.example"))
                .as("who speaks none of them gets the language of the country it goes to")
                .contains("Subject: Servus! T-");
        assertThat(person.call("DELETE", "/ui/wording" + place, null).status()).isEqualTo(200);
        assertThat(get(place).path("places").toString()).doesNotContain("\"parts\":[\"subject\"]");
        assertThat(get(place + "&x=1").path("state").asString()).isEqualTo("live");
        JsonNode history = person.call(
                        "GET", "/ui/wording/on-its-way/email/history?language=de&carrier=hopgate&country=AT", null)
                .json();
        assertThat(history).hasSize(2);
        assertThat(history.get(0).path("wording").isMissingNode()
                        || history.get(0).path("wording").isNull())
                .as("taken away")
                .isTrue();
        assertThat(history.get(1).path("by").asString()).isEqualTo("coordinator");
    }

    @Test
    void whatCantBeUsedIsRefusedByItsPartWithLineAndColumn() {
        String good = "\"blocks\":[{\"kind\":\"text\",\"text\":\"<p>x</p>\"}]";
        String[][] bad = {
            {"{\"subject\":\"a {{order.nubmer}}\"," + good + "}", "subject", "column 5"},
            {"{\"subject\":\"two\\nlines\"," + good + "}", "subject", "one line"},
            {
                "{\"subject\":\"x\",\"blocks\":[{\"kind\":\"text\",\"text\":\"<p>{{#if order.total}}</p>\"}]}",
                "blocks[0]",
                "braces"
            },
            {"{\"subject\":\"x\",\"blocks\":[{\"kind\":\"line\"},{\"kind\":\"song\"}]}", "blocks[1]", "no block"},
            {
                "{\"subject\":\"x\",\"blocks\":[{\"kind\":\"button\",\"label\":\"go\",\"href\":\"javascript:alert(1)\"}]}",
                "blocks[0]",
                "isn't a valid link"
            },
            {"{\"subject\":\"x\",\"html\":\"" + "y".repeat(150_000) + "\"}", "html", "longer than"},
            {"{\"subject\":\"x\",\"html\":\"<p>{{#each order.items}}x{{/each}}</p>\"}", "html", "each"},
            {"{\"subject\":\"\"," + good + "}", "subject", "needs a subject"}
        };
        for (String[] b : bad) {
            RunningApp.Answer answer = put("/delivered/email", b[0]);
            assertThat(answer.status()).as(b[2]).isEqualTo(422);
            assertThat(answer.json().path("errors").get(0).path("field").asString())
                    .isEqualTo(b[1]);
            assertThat(answer.body()).contains(b[2]);
        }
        assertThat(put("/delivered/email", "{\"html\":\"" + "y".repeat(1 << 20) + "\"}")
                        .status())
                .isEqualTo(413);
        assertThat(put("/delivered/email?language=xx_!", "{}").status()).isEqualTo(422);
        assertThat(put("/nothing/email", "{}").status()).isEqualTo(404);
        assertThat(put("/delivered/pigeon", "{}").status()).isEqualTo(422);
        assertThat(person.call("DELETE", "/ui/wording/delivered/email", null)
                        .json()
                        .path("detail")
                        .asString())
                .contains("You can edit it but not delete it");
        assertThat(put("/delivered/sms?language=fi&country=FI", "{\"header\":\"x\"}")
                        .body())
                .contains("There is no default text in Finnish yet");
    }

    @Test
    void scriptsArePastedInVain() {
        JsonNode saved = put(
                        "/delivered/email?language=es",
                        "{\"subject\":\"Hola\",\"blocks\":[{\"kind\":\"text\",\"text\":\"<h1 style='color:red'>Big</h1><div onclick='x()'>small<script>alert(1)</script><b>bold</b></div>\"}]}")
                .json();
        assertThat(saved.path("own").path("blocks").get(0).path("text").asString())
                .isEqualTo("<p>Big</p><p>small<strong>bold</strong></p>");
        orderOnItsWay("scripts@customer.example", "HOP 2100 0003 0", "es");
        JsonNode shown = preview(
                "{\"notice\":\"delivered\",\"channel\":\"email\",\"language\":\"es\",\"wording\":{\"subject\":\"x\",\"html\":\"<p onmouseover='x()'>{{block.items}}</p><img src=x onerror=alert(1)><iframe src='https://evil.example'></iframe><a href='javascript:x'>go</a><p>unclosed\"}}");
        assertThat(shown.path("message").path("html").asString())
                .contains("&times;", "unclosed")
                .doesNotContain("onmouseover", "onerror", "iframe", "javascript:", "{{");
        assertThat(shown.path("message").path("text").asString())
                .contains(" x ")
                .doesNotContain("{{");
    }

    @Test
    void ordersThatShowWhatGoesWrongAreFoundByThemselves() {
        app.put("LONG-1", "prepaid", "long@customer.example", null, "{}");
        app.api(
                "PUT",
                "/api/v1/orders/kites/LONG-2",
                "{\"placedAt\":\"" + app.now()
                        + "\",\"customer\":{\"name\":\"Wolfeschlegelsteinhausenbergerdorff Ottoline Maximiliane\",\"email\":\"w@customer.example\",\"language\":\"de\"},\"shipTo\":{\"city\":\"Husum\",\"country\":\"DE\"},\"payment\":\"cash-on-delivery\",\"currency\":\"EUR\",\"total\":\"9.00\",\"items\":[{\"sku\":\"a\",\"name\":\"A\",\"quantity\":1,\"price\":\"9.00\"}],\"consent\":{},\"tags\":[]}");
        String ask = "{\"notice\":\"is-it-yours\",\"channel\":\"email\",\"language\":\"en\",\"pick\":\"%s\"}";
        assertThat(preview(ask.formatted("longest-name"))
                        .path("order")
                        .path("number")
                        .asString())
                .isEqualTo("LONG-2");
        assertThat(preview(ask.formatted("no-phone"))
                        .path("message")
                        .path("html")
                        .asString())
                .contains("Yes, pack it");
        assertThat(preview(ask.formatted("several-parcels")).path("held").asString())
                .contains("No recent order");
        assertThat(preview(ask.formatted("other-language"))
                        .path("order")
                        .path("number")
                        .asString())
                .isEqualTo("LONG-2");
        JsonNode fields = get("/is-it-yours/email").path("fields");
        assertThat(fields.valueStream()
                        .filter(f -> f.path("name").asString().equals("customer.phone"))
                        .findFirst()
                        .orElseThrow()
                        .path("empty")
                        .asInt())
                .as("how often a field is empty")
                .isPositive();
        assertThat(fields.toString()).doesNotContain("parcel.trackingNumber");
    }

    @Test
    void aChangedChatWordingWaitsForItsApprovalWhileTheOldOneGoesOut() {
        String place = "/is-it-yours/whatsapp";
        JsonNode before = get(place);
        assertThat(before.path("approval").path("status").asString()).isEqualTo("approved");
        ObjectNode wording = (ObjectNode) before.path("own").deepCopy();
        wording.put("text", "Dear {{fallback customer.firstName \"friend\"}}, is {{order.number}} yours?")
                .put("footer", "Kites since the first wind");
        assertThat(put(place, wording.toString()).status()).isEqualTo(200);
        await().until(() ->
                get(place).path("approval").path("status").asString().equals("pending"));
        assertThat(get(place).path("approval").path("before").asBoolean()).isTrue();
        app.order("cash-on-delivery", null, "+46701740631", "{\"whatsapp\":true}");
        app.advance("PT15M"); // the clock passes the network's two minutes as well
        await().until(() -> !app.world.phones.on("46701740631").isEmpty());
        await().until(() ->
                get(place).path("approval").path("status").asString().equals("approved"));
        app.order("cash-on-delivery", null, "+46701740632", "{\"whatsapp\":true}");
        app.advance("PT15M");
        await().until(() -> !app.world.phones.on("46701740632").isEmpty());
        PhoneInbox.Received got = app.world.phones.on("46701740632").get(0);
        assertThat(got.text()).startsWith("Dear Ann, is T-").endsWith("yours?\n\nKites since the first wind");

        wording.put("text", "Order {{order.number}} is here, and you can win a prize too!");
        assertThat(put(place, wording.toString()).status()).isEqualTo(200);
        await().until(() ->
                get(place).path("approval").path("status").asString().equals("pending"));
        app.advance("PT3M");
        await().until(() ->
                get(place).path("approval").path("status").asString().equals("refused"));
        assertThat(get(place).path("approval").path("reason").asString()).contains("promotion");
        app.order("cash-on-delivery", null, "+46701740633", "{\"whatsapp\":true}");
        app.advance("PT15M");
        await().until(() -> !app.world.phones.on("46701740633").isEmpty());
        assertThat(app.world.phones.on("46701740633").get(0).text())
                .as("only approved wording goes out")
                .startsWith("Dear Ann, is T-");
        assertThat(get("").toString()).contains("\"approval\":\"refused\"");
    }

    @Test
    void wordsAreFoundEverywhereAndReplacedWhereTicked() {
        JsonNode found = person.call("POST", "/ui/wording/replace/look", "{\"find\":\"colis\"}")
                .json();
        assertThat(found.size()).isGreaterThan(3);
        JsonNode would = person.call("POST", "/ui/wording/replace/look", "{\"find\":\"colis\",\"with\":\"paquet\"}")
                .json();
        String one = would.get(0).path("place").asString();
        assertThat(would.get(0).path("hits").get(0).path("after").asString()).contains("paquet");
        JsonNode changed = person.call(
                        "POST",
                        "/ui/wording/replace",
                        "{\"find\":\"colis\",\"with\":\"paquet\",\"only\":[\"" + one.replace("\"", "\\\"") + "\"]}")
                .json();
        assertThat(changed).hasSize(1);
        assertThat(person.call("POST", "/ui/wording/replace/look", "{\"find\":\"colis\"}")
                        .json())
                .hasSize(found.size() - 1);
        JsonNode breaks = person.call(
                        "POST", "/ui/wording/replace/look", "{\"find\":\"order.number\",\"with\":\"order.nubmer\"}")
                .json();
        assertThat(breaks.get(0).path("wrong").asString()).contains("no field named order.nubmer");
        assertThat(person.call("POST", "/ui/wording/replace", "{\"find\":\"order.number\",\"with\":\"order.nubmer\"}")
                        .status())
                .as("all or none")
                .isEqualTo(422);
        assertThat(person.call("POST", "/ui/wording/replace/look", "{\"find\":\"x\"}")
                        .status())
                .isEqualTo(422);
        // and back
        JsonNode c = changed.get(0);
        assertThat(put(
                                "/" + c.path("notice").asString() + "/"
                                        + c.path("channel").asString() + "?language="
                                        + c.path("language").asString(),
                                c.path("before").toString())
                        .status())
                .isEqualTo(200);
        assertThat(person.call("POST", "/ui/wording/replace/look", "{\"find\":\"colis\"}")
                        .json())
                .hasSize(found.size());
    }

    @Test
    void aTrialComesThroughTheRealGateway() {
        app.order("prepaid", "someone@customer.example", null, "{}");
        String message = "{\"notice\":\"is-it-yours\",\"channel\":\"%s\",\"language\":\"en\"}";
        assertThat(person.call(
                                "POST",
                                "/ui/wording/trial",
                                "{\"message\":" + message.formatted("email") + ",\"to\":\"me@quillfeather.example\"}")
                        .json()
                        .path("said")
                        .asString())
                .isEqualTo("Sent to me@quillfeather.example");
        assertThat(app.world.mailbox.to("me@quillfeather.example")).hasSize(1);
        assertThat(preview(message.formatted("sms"))
                        .path("details")
                        .path("cost")
                        .asString())
                .as("what it costs is known before")
                .matches("0\\.\\d\\d");
        assertThat(person.call(
                                "POST",
                                "/ui/wording/trial",
                                "{\"message\":" + message.formatted("sms") + ",\"to\":\"+46 70 174 06 77\"}")
                        .status())
                .isEqualTo(200);
        await().until(() -> !app.world.phones.on("46701740677").isEmpty());
        for (String bad : new String[] {"nobody", "", "0701"})
            assertThat(person.call(
                                    "POST",
                                    "/ui/wording/trial",
                                    "{\"message\":" + message.formatted("sms") + ",\"to\":\"" + bad + "\"}")
                            .status())
                    .isEqualTo(422);
    }

    @Test
    void aShortLinkLeadsToWhereTheParcelCanBeFollowed() {
        String number = app.order("prepaid", null, "+46701740655", "{}");
        app.parcel(number, "skerry-post", "RX473124829XS");
        app.scan("skerry-post", "RX473124829XS", "EMA", app.now());
        await().until(() -> !app.world.phones.on("46701740655").isEmpty());
        String link = app.world
                .phones
                .on("46701740655")
                .get(0)
                .text()
                .replaceFirst("(?s).*(http\\S+/t/)", "/t/")
                .strip();
        RunningApp.Answer answer = app.bare("GET", link, null, java.util.Map.of());
        assertThat(answer.status()).isEqualTo(302);
        assertThat(answer.response().headers().firstValue("Location").orElse(""))
                .isEqualTo("https://track.skerry-post.example/RX473124829XS");
        assertThat(app.bare("GET", link.substring(0, link.length() - 1) + "!", null, java.util.Map.of())
                        .status())
                .isEqualTo(404);
        String freight = app.order("prepaid", null, "+46701740656", "{}");
        app.parcel(freight, "grainbarge", "GB123456");
        JsonNode shown = preview(
                "{\"notice\":\"on-its-way\",\"channel\":\"sms\",\"language\":\"en\",\"orderShop\":\"kites\",\"orderNumber\":\""
                        + freight + "\"}");
        RunningApp.Answer page = app.bare(
                "GET",
                shown.path("message")
                        .path("text")
                        .asString()
                        .replaceFirst("(?s).*(http\\S+/t/)", "/t/")
                        .strip(),
                null,
                java.util.Map.of());
        assertThat(page.status()).isEqualTo(200);
        assertThat(page.body())
                .as("its page takes no number, so it is there to be copied")
                .contains("GB123456", "Open the carrier");
    }

    /**
     * No starter has chat texts in Dutch, so what Dutch customers get is the default text, written as the default is.
     */
    @Test
    void aLanguageWithoutATextShowsWhatItsCustomersGet() {
        orderOnItsWay("nl@customer.example", "HOP 0041 7738 2", "nl");
        JsonNode dutch = preview("{\"notice\":\"is-it-yours\",\"channel\":\"whatsapp\",\"language\":\"nl\"}");
        JsonNode standard = preview("{\"notice\":\"is-it-yours\",\"channel\":\"whatsapp\",\"language\":\"en\"}");
        assertThat(dutch.path("details").path("body").asString())
                .isEqualTo(standard.path("details").path("body").asString())
                .isNotBlank();
        assertThat(dutch.path("language").asString()).isEqualTo("en");
    }

    @Test
    void aNoticeThatWasRemovedComesBackWithEveryLanguage() {
        assertThat(put(
                                "/delivered/sms?language=nl&country=BE",
                                "{\"text\":\"{{brand.name}}: {{order.number}} is er!\"}")
                        .status())
                .isEqualTo(200);
        JsonNode before = person.call("GET", "/ui/plan", null)
                .json()
                .path("notices")
                .valueStream()
                .filter(n -> n.path("id").asString().equals("delivered"))
                .findFirst()
                .orElseThrow();
        JsonNode places = get("/delivered/sms").path("places");
        assertThat(person.call("DELETE", "/ui/plan/notices/delivered", null).status())
                .isEqualTo(204);
        assertThat(person.call("POST", "/ui/plan/notices", before.path("notice").toString())
                        .json()
                        .path("id")
                        .asString())
                .isEqualTo("delivered");
        assertThat(get("/delivered/sms").path("places")).isEqualTo(places);
        assertThat(person.call("DELETE", "/ui/wording/delivered/sms?language=nl&country=BE", null)
                        .status())
                .isEqualTo(200);
    }

    @Test
    void aWordingIsCopiedToAnotherChannelAndNotice() {
        JsonNode copied = person.call(
                        "POST",
                        "/ui/wording/copy",
                        "{\"from\":{\"notice\":\"coming-today\",\"channel\":\"sms\",\"language\":\"it\"},\"to\":{\"notice\":\"delivered\",\"channel\":\"sms\",\"language\":\"it\",\"carrier\":\"hopgate\"}}")
                .json();
        assertThat(copied.path("own").path("text").asString())
                .isEqualTo(get("/coming-today/sms?language=it")
                        .path("own")
                        .path("text")
                        .asString());
        JsonNode mail = person.call(
                        "POST",
                        "/ui/wording/copy",
                        "{\"from\":{\"notice\":\"coming-today\",\"channel\":\"sms\",\"language\":\"it\"},\"to\":{\"notice\":\"coming-today\",\"channel\":\"email\",\"language\":\"it\"}}")
                .json();
        assertThat(mail.path("own").path("blocks").get(0).path("kind").asString())
                .isEqualTo("text");
        assertThat(person.call(
                                "POST",
                                "/ui/wording/copy",
                                "{\"from\":{\"notice\":\"coming-today\",\"channel\":\"sms\"},\"to\":{\"notice\":\"coming-today\",\"channel\":\"sms\"}}")
                        .status())
                .isEqualTo(422);
    }

    @Test
    void blocksAndPicturesAreKeptForUseElsewhere() throws Exception {
        String block =
                "{\"name\":\"Help line\",\"block\":{\"kind\":\"text\",\"text\":\"<p>Call {{brand.phone}}</p>\"}}";
        JsonNode kept = person.call("POST", "/ui/wording-pieces/blocks", block).json();
        assertThat(person.call("GET", "/ui/wording-pieces", null)
                        .json()
                        .path("saved")
                        .toString())
                .contains("Help line");
        assertThat(person.call("POST", "/ui/wording-pieces/blocks", block)
                        .json()
                        .path("errors")
                        .get(0)
                        .path("message")
                        .asString())
                .contains("already");
        assertThat(person.call(
                                "DELETE",
                                "/ui/wording-pieces/blocks/" + kept.path("id").asString(),
                                null)
                        .status())
                .isEqualTo(204);
        assertThat(person.call(
                                "DELETE",
                                "/ui/wording-pieces/blocks/" + kept.path("id").asString(),
                                null)
                        .status())
                .isEqualTo(404);
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(2000, 500, BufferedImage.TYPE_INT_RGB), "png", png);
        JsonNode picture = person.upload("/ui/wording-pieces/pictures", "-", png.toByteArray())
                .json();
        assertThat(picture.path("width").asInt()).isEqualTo(504);
        assertThat(picture.path("url").asString()).endsWith(".png");
        for (byte[] bad : new byte[][] {
            "<svg xmlns='http://www.w3.org/2000/svg' onload='alert(1)'/>".getBytes(StandardCharsets.UTF_8),
            new byte[20 << 20]
        }) {
            RunningApp.Answer answer = person.upload("/ui/wording-pieces/pictures", "-", bad);
            assertThat(answer.status()).isIn(413, 422);
            assertThat(answer.json().path("detail").asString()).isNotBlank();
        }
    }

    /** From a letter of 10,000 items to names that read the other way: every mail stays whole, and under 100 KB. */
    @Test
    void ordersThatBreakThings() {
        StringBuilder items = new StringBuilder();
        for (int i = 0; i < 10_000; i++)
            items.append(i == 0 ? "" : ",")
                    .append("{\"sku\":\"S")
                    .append(i)
                    .append("\",\"name\":\"Kite ")
                    .append(i)
                    .append("\",\"quantity\":1,\"price\":\"1.00\"}");
        String order = "{\"placedAt\":\"" + app.now()
                + "\",\"customer\":{\"name\":%s,\"email\":\"n@customer.example\",\"language\":\"en\"},\"shipTo\":{\"name\":\"x\",\"city\":\"y\",\"country\":\"GB\"},\"payment\":\"cash-on-delivery\",\"currency\":\"GBP\",\"total\":\"10000.00\",\"items\":[%s],\"consent\":{},\"tags\":[]}";
        assertThat(app.api("PUT", "/api/v1/orders/kites/MANY", order.formatted("\"Ann\"", items))
                        .status())
                .isEqualTo(201);
        String shownWith =
                "{\"notice\":\"is-it-yours\",\"channel\":\"email\",\"language\":\"en\",\"orderShop\":\"kites\",\"orderNumber\":\"%s\"}";
        JsonNode many = preview(shownWith.formatted("MANY"));
        assertThat(many.path("message").path("bytes").asInt()).isLessThan(100_000);
        assertThat(many.path("message").path("html").asString()).contains("Kite 38", "9,961 more");
        String[] names = {
            "<script>alert(1)</script>",
            "مريم بنت سعيد",
            "Robert'); DROP TABLE orders;--",
            "{{brand.phone}}",
            "👩‍👩‍👧‍👦 Family",
            "A\\r\\nBcc: x@evil.example"
        };
        for (int i = 0; i < names.length; i++) {
            assertThat(app.api(
                                    "PUT",
                                    "/api/v1/orders/kites/NAME-" + i,
                                    order.formatted(
                                            JsonMapper.shared().writeValueAsString(names[i].replace("\\r\\n", "\r\n")),
                                            "{\"sku\":\"S\",\"name\":"
                                                    + JsonMapper.shared()
                                                            .writeValueAsString(names[i].replace("\\r\\n", "\r\n"))
                                                    + ",\"quantity\":1,\"price\":\"1.00\"}"))
                            .status())
                    .isEqualTo(201);
            JsonNode shown = preview(shownWith.formatted("NAME-" + i));
            assertThat(shown.path("held").asString("")).as(names[i]).isEmpty();
            assertThat(shown.path("message").path("html").asString())
                    .as(names[i])
                    .doesNotContain("<script", "\r\nBcc")
                    .contains("<span dir=\"auto\">");
            assertThat(shown.path("message").path("subject").asString()).doesNotContain("\n", "\r");
            if (names[i].startsWith("{{"))
                assertThat(shown.path("message").path("html").asString())
                        .as("a name is no template")
                        .contains("{{brand.phone}}");
        }
    }

    @Test
    void aVersionIsShownWithAnOrderThatGetsIt() {
        String slow = app.order("prepaid", "slow@customer.example", null, "{}");
        app.parcel(slow, "skerry-post", "RX000002014XS");
        String quick = app.order("prepaid", "quick@customer.example", null, "{}");
        app.parcel(quick, "hopgate", "HOP 8140 0001 1");
        app.parcel(slow, "hopgate", "HOP 8140 0002 9");
        String ask = "{\"notice\":\"on-its-way\",\"channel\":\"sms\",\"language\":\"en\",\"variant\":%s,"
                + "\"wording\":{\"text\":\"{{parcel.carrier}} {{parcel.trackingNumber}}\"}}";
        JsonNode post = preview(ask.formatted("{\"carrier\":\"skerry-post\"}"));
        assertThat(post.path("message").path("text").asString()).startsWith("Skerry Post");
        JsonNode hop = preview(ask.formatted("{\"carrier\":\"hopgate\"}"));
        assertThat(hop.path("message").path("text").asString())
                .startsWith("Hopgate")
                .contains("HOP 8140");
        assertThat(hop.path("remarks").toString()).doesNotContain("No recent order gets this version");
        JsonNode nobody = preview(ask.formatted("{\"country\":\"JP\"}"));
        assertThat(nobody.path("message").path("text").asString()).isNotBlank();
        assertThat(nobody.path("remarks").toString()).contains("No recent order gets this version");
    }
}
