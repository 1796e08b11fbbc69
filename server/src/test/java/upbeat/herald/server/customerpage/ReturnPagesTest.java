package upbeat.herald.server.customerpage;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.server.notice.NoticeJson.create;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.platform.persistence.Json;

/** Sending something back, from the customer's form to the team's shelf, as it comes over the wire. */
class ReturnPagesTest extends OwnAppTestCase {
    private static RunningApp.Person person;
    private static int parcels;

    @BeforeEach
    void returnsAreOn() {
        if (person == null) person = app.signedIn();
        assertThat(terms("{}").status()).isEqualTo(200);
    }

    /** @param changes to the terms that all tests begin with */
    private static RunningApp.Answer terms(String changes) {
        ObjectNode brand = (ObjectNode) Json.readTree(
                Json.write(person.call("GET", "/ui/brand", null).json().path("brand")));
        brand.putObject("pages").put("tracking", true);
        ObjectNode terms = (ObjectNode) Json.readTree("""
                {"on":true,"countries":[],"days":14,"excluded":["GIFT-*"],"carrier":"hopgate","numbers":null,
                "address":{"name":"Kites","street":"1 Slipway","postcode":"000 00","city":"Harbourton","country":"SE"}}""");
        Json.readTree(changes).properties().forEach(e -> terms.set(e.getKey(), e.getValue()));
        brand.set("returns", terms);
        return person.call("PUT", "/ui/brand", brand.toString());
    }

    private static String order(String items) {
        String number = app.number();
        RunningApp.Answer put = app.api(
                "PUT", "/api/v1/orders/kites/" + number, """
                {"placedAt":"%s","customer":{"name":"Ann Example","email":"ann@customer.example","language":"en"},
                "shipTo":{"name":"Ann Example","street":"7 Lantern Lane","city":"Bergstadt","postcode":"04774",
                "country":"DE"},"payment":"prepaid","currency":"EUR","total":"60.00","items":%s,
                "consent":{"email":true},"tags":[]}""".formatted(app.now().minusSeconds(9_000), items));
        assertThat(put.status()).as(put.body()).isEqualTo(201);
        return number;
    }

    private static String delivered() {
        String number = order("""
                [{"sku":"BK","name":"Box kite","quantity":1,"price":"40.00"},
                {"sku":"RT","name":"Ribbon tail","quantity":2,"price":"5.00"},
                {"sku":"GIFT-1","name":"Sticker","quantity":1,"price":"10.00"}]""");
        String tracking = "Z-" + ++parcels;
        app.parcel(number, "hopgate", tracking);
        app.scan("hopgate", tracking, "20", app.now().minusSeconds(7_200));
        app.scan("hopgate", tracking, "50", app.now().minusSeconds(3_600));
        return number;
    }

    private static String pathOf(String number) {
        return app.read(number).path("trackingPage").asString().substring(app.url.length());
    }

    private static RunningApp.Answer get(String path) {
        return app.bare("GET", path, null, Map.of());
    }

    private static RunningApp.Answer post(String path, String form) {
        return app.bare("POST", path, form, Map.of("Content-Type", "application/x-www-form-urlencoded"));
    }

    /** Asks for a label. @return the return as the API shows it */
    private static JsonNode ask(String number, String form) {
        RunningApp.Answer made = post(pathOf(number) + "/return", form);
        assertThat(made.status()).as(made.body()).isEqualTo(303);
        JsonNode all = app.read(number).path("returns");
        return all.get(all.size() - 1);
    }

    private static Document page(String path) {
        RunningApp.Answer answer = get(path);
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        return Jsoup.parse(answer.body());
    }

    @Test
    void fromTheFormToTheShelf() {
        String number = delivered();
        assertThat(page(pathOf(number)).select("a.button").eachText()).contains("Return items");
        JsonNode r = ask(number, "item0=1&item1=1&reason=damaged&note=A+spar+is+%3Cb%3Ebroken&earlier=0");
        assertThat(r.path("state").asString()).isEqualTo("requested");
        assertThat(r.path("trackingNumber").asString()).matches("R[0-9]{9}[0-9A-Z]");
        assertThat(r.path("items").findValuesAsString("name")).containsExactly("Box kite", "Ribbon tail");
        assertThat(r.path("note").asString()).isEqualTo("A spar is <b>broken");
        String back = pathOf(number) + "/returns/" + r.path("id").asLong();
        assertThat(page(back).select("h2").text()).startsWith("Your label is ready");
        assertThat(app.read(number).path("stage").asString()).isEqualTo("delivered");

        scan(r, "20", app.now().minusSeconds(60));
        assertThat(app.read(number).path("stage").asString()).isEqualTo("returning");
        assertThat(app.read(number).path("returns").get(0).path("state").asString())
                .isEqualTo("on-its-way");
        assertThat(page(back).select("h2").text()).isEqualTo("On its way back to us");
        assertThat(get(back + "/label-a4.pdf").status()).as("a used label").isEqualTo(404);

        scan(r, "50", app.now().minusSeconds(30));
        assertThat(app.read(number).path("stage").asString()).isEqualTo("returned");
        assertThat(waiting(number)).as("nobody has looked at it yet").isEqualTo("arrived");

        RunningApp.Answer received =
                person.call("POST", "/ui/hand/returns/" + r.path("id").asLong() + "/received", "{}");
        assertThat(received.json().path("what").asString())
                .isEqualTo("Return " + r.path("trackingNumber").asString() + " received");
        assertThat(waiting(number)).isNull();
        assertThat(titles(number))
                .contains(
                        "Return requested: 1 × Box kite, 1 × Ribbon tail", "Returning", "Returned", "Return received");
    }

    private static void scan(JsonNode r, String code, Instant at) {
        RunningApp.Answer scanned = app.scan("hopgate", r.path("trackingNumber").asString(), code, at);
        assertThat(scanned.json().path("accepted").asInt()).as(scanned.body()).isEqualTo(1);
    }

    private static List<String> titles(String number) {
        return person.call("GET", "/ui/orders/kites/" + number, null)
                .json()
                .path("story")
                .findValuesAsString("title");
    }

    /** The state in which the team waits for an order's return; null where it doesn't. */
    private static String waiting(String number) {
        for (JsonNode row : person.call("GET", "/ui/returns", null).json().path("rows"))
            if (row.path("number").asString().equals(number))
                return row.path("content").path("state").asString();
        return null;
    }

    @Test
    void whatTheTeamReceivesCanBeTakenBack() {
        String number = delivered();
        JsonNode r = ask(number, "item0=1&reason=other&earlier=0");
        long change = person.call("POST", "/ui/hand/returns/" + r.path("id").asLong() + "/received", "{}")
                .json()
                .path("changeId")
                .asLong();
        assertThat(app.read(number).path("stage").asString())
                .as("it came without a scan")
                .isEqualTo("returned");
        assertThat(person.call("POST", "/ui/hand/deeds/" + change + "/undo", "{}")
                        .status())
                .isEqualTo(200);
        assertThat(app.read(number).path("stage").asString()).isEqualTo("delivered");
        assertThat(waiting(number)).isEqualTo("requested");
        assertThat(titles(number)).doesNotContain("Return received", "Returned");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            reason=damaged&earlier=0 | Please choose how many items
            item0=0&reason=damaged&earlier=0 | Please choose how many items
            item0=2&reason=damaged&earlier=0 | You can’t return that many
            item2=1&reason=damaged&earlier=0 | You can’t return that many
            item0=1&earlier=0 | Please choose a reason
            item0=1&reason=because&earlier=0 | Please choose a reason
            item0=1&reason=damaged | Your returns have changed
            item0=1&reason=damaged&earlier=1 | Your returns have changed
            item0=-1&item99=1&itemx=3&reason=damaged&earlier=0 | Please choose how many items
            """)
    void whatCantBeTakenIsSaidAndKept(String form, String said) {
        String number = delivered();
        RunningApp.Answer refused = post(pathOf(number) + "/return", form);
        assertThat(refused.status()).isEqualTo(422);
        Document page = Jsoup.parse(refused.body());
        assertThat(page.select("[role=alert]").text()).startsWith(said);
        if (form.contains("reason=damaged"))
            assertThat(page.select("#reason option[selected]").val()).isEqualTo("damaged");
        assertThat(app.read(number).path("returns")).isEmpty();
    }

    @Test
    void aFormThatIsSentTwiceAsksOnce() throws Exception {
        String number = delivered();
        String path = pathOf(number) + "/return";
        ExecutorService both = Executors.newFixedThreadPool(8);
        List<Future<RunningApp.Answer>> answers = IntStream.range(0, 8)
                .mapToObj(i -> both.submit(() -> post(path, "item1=1&reason=other&earlier=0")))
                .toList();
        both.shutdown();
        int made = 0;
        for (Future<RunningApp.Answer> a : answers) if (a.get().status() == 303) made++;
        assertThat(made).isEqualTo(1);
        assertThat(app.read(number).path("returns")).hasSize(1);
    }

    @Test
    void lookingChangesNothing() {
        String number = delivered();
        String path = pathOf(number);
        for (String method : List.of("GET", "HEAD"))
            assertThat(app.bare(method, path + "/return?item0=1&reason=damaged&earlier=0", null, Map.of())
                            .status())
                    .isEqualTo(200);
        JsonNode r = ask(number, "item0=1&reason=damaged&earlier=0");
        String cancel = path + "/returns/" + r.path("id").asLong() + "/cancel";
        assertThat(get(cancel).status()).isIn(404, 405);
        assertThat(app.read(number).path("returns").get(0).path("state").asString())
                .isEqualTo("requested");
    }

    @Test
    void anotherOrdersLinkOpensNoReturn() {
        String mine = delivered();
        String other = delivered();
        long id = ask(mine, "item0=1&reason=damaged&earlier=0").path("id").asLong();
        assertThat(get(pathOf(other) + "/returns/" + id).status()).isEqualTo(404);
        assertThat(get(pathOf(other) + "/returns/" + id + "/label-a4.pdf").status())
                .isEqualTo(404);
        assertThat(post(pathOf(other) + "/returns/" + id + "/cancel", "").status())
                .isEqualTo(404);
        assertThat(app.read(mine).path("returns").get(0).path("state").asString())
                .isEqualTo("requested");
        String forged = pathOf(mine).substring(0, pathOf(mine).length() - 1) + "_";
        assertThat(get(forged + "/returns/" + id).status()).isIn(404, 429);
        assertThat(post(forged + "/return", "item0=1").status()).isIn(404, 429);
    }

    @Test
    void theCustomerCancelsAndAsksAgain() {
        String number = delivered();
        long id = ask(number, "item0=1&reason=damaged&earlier=0").path("id").asLong();
        assertThat(page(pathOf(number) + "/return").select("select[name=item0]"))
                .isEmpty();
        assertThat(post(pathOf(number) + "/returns/" + id + "/cancel", "").status())
                .isEqualTo(303);
        assertThat(page(pathOf(number) + "/returns/" + id).select("h2").text()).isEqualTo("This return was cancelled");
        assertThat(get(pathOf(number) + "/returns/" + id + "/label-a6.pdf").status())
                .isEqualTo(404);
        JsonNode again = ask(number, "item0=1&reason=damaged&earlier=1");
        assertThat(again.path("id").asLong()).isNotEqualTo(id);
    }

    @Test
    void aLabelThatIsUsedAfterAllCounts() {
        String number = delivered();
        JsonNode r = ask(number, "item0=1&reason=damaged&earlier=0");
        post(pathOf(number) + "/returns/" + r.path("id").asLong() + "/cancel", "");
        scan(r, "30", app.now().minusSeconds(60));
        assertThat(app.read(number).path("returns").get(0).path("state").asString())
                .isEqualTo("on-its-way");
    }

    @ParameterizedTest
    @ValueSource(strings = {"a4", "a6"})
    void theLabelIsAPdf(String format) {
        String number = delivered();
        long id = ask(number, "item0=1&reason=damaged&earlier=0").path("id").asLong();
        RunningApp.Answer label = get(pathOf(number) + "/returns/" + id + "/label-" + format + ".pdf");
        assertThat(label.status()).isEqualTo(200);
        assertThat(label.body()).startsWith("%PDF-");
    }

    @Test
    void labelsAreDrawnForACallerNowAndThen() {
        String path = pathOf(delivered()) + "/returns/1/label-a6.pdf";
        List<Integer> answers = IntStream.range(0, 40)
                .mapToObj(i -> app.bare("GET", path, null, Map.of("X-Forwarded-For", "203.0.113.77"))
                        .status())
                .toList();
        assertThat(answers).contains(429);
    }

    @Test
    void numbersOfTheCarrierAreS10UntilTheyAreUsedUp() {
        terms("{\"numbers\":{\"service\":\"cp\",\"first\":50000000,\"last\":50000001,\"country\":\"XS\"}}");
        String number = delivered();
        app.parcel(order("[{\"sku\":\"A\",\"name\":\"A\",\"quantity\":1}]"), "hopgate", "CP500000004XS");
        JsonNode r = ask(number, "item0=1&reason=damaged&earlier=0");
        assertThat(r.path("trackingNumber").asString())
                .as("the first one is a parcel's already; the check digit by UPU S10")
                .isEqualTo("CP500000018XS");
        RunningApp.Answer none = post(pathOf(number) + "/return", "item1=1&reason=damaged&earlier=1");
        assertThat(none.status()).isEqualTo(422);
        assertThat(Jsoup.parse(none.body()).select("[role=alert]").text())
                .startsWith("We can’t make a label right now");
    }

    @Test
    void noticesHangOnEachStep() {
        app.emptyPlan(person);
        String asked = notice("requested", "Your label {{return.number}}: {{return.page}}");
        String gone = notice("on-its-way", "Your return of {{return.items}} is on its way");
        String here = notice("received", "Your return {{return.number}} is here");
        String carriers = create(
                person,
                upbeat.herald.server.notice.NoticeJson.live(
                        "Undeliverable",
                        "returning",
                        "[\"email\"]",
                        "\"wordings\":" + wording("Shall we send it again?") + ","));
        String number = delivered();
        JsonNode r = ask(number, "item0=1&reason=damaged&earlier=0");
        String page = app.read(number).path("trackingPage").asString() + "/returns/"
                + r.path("id").asLong();
        app.settled(number, asked, 1);
        assertThat(app.message(number, asked, "email").path("text").asString())
                .contains("Your label " + r.path("trackingNumber").asString() + ": " + page);
        scan(r, "20", app.now().minusSeconds(60));
        app.settled(number, gone, 1);
        assertThat(app.message(number, gone, "email").path("text").asString())
                .contains("Your return of 1 Box kite is on its way");
        scan(r, "50", app.now().minusSeconds(30));
        app.settled(number, here, 1);
        person.call("POST", "/ui/hand/returns/" + r.path("id").asLong() + "/received", "{}");
        app.advance("PT2M");
        assertThat(app.read(number).path("messages").findValuesAsString("notice"))
                .as("received is said once, and nobody is asked whether to send it again")
                .containsExactlyInAnyOrder(asked, gone, here)
                .doesNotContain(carriers);
    }

    private static String wording(String text) {
        return "{\"email\":{\"subject\":\"News\",\"text\":\"" + text + "\"}}";
    }

    private static String notice(String step, String text) {
        return create(person, """
                {"name":"Return %s","returnStep":"%s","channels":["email"],"rule":"all","ageLimit":"PT48H",
                "state":"live","audience":{"match":"all","conditions":[],"groups":[]},"wordings":%s}""".formatted(step, step, wording(text)));
    }

    @Test
    void theNumberFindsItsOrder() {
        String number = delivered();
        JsonNode r = ask(number, "item0=1&reason=damaged&earlier=0");
        JsonNode found = person.call(
                        "GET", "/ui/orders?search=" + r.path("trackingNumber").asString(), null)
                .json();
        assertThat(found.path("rows").findValuesAsString("number")).containsExactly(number);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            {"days":-1} | returns.days
            {"days":366} | returns.days
            {"countries":["QQ"]} | returns.countries
            {"excluded":[""]} | returns.excluded
            {"carrier":null} | returns.carrier
            {"numbers":{"service":"C","first":1,"last":2,"country":"XS"}} | returns.numbers
            {"numbers":{"service":"CP","first":9,"last":2,"country":"XS"}} | returns.numbers
            {"address":null} | returns.address
            {"address":{"name":"Kites"}} | returns.address
            """)
    void termsThatCantHoldAreRefused(String change, String field) {
        RunningApp.Answer refused = terms(change);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body()).contains("\"" + field + "\"");
    }

    @Test
    void withoutTermsThereIsNoReturn() {
        String number = delivered();
        terms("{\"on\":false}");
        assertThat(page(pathOf(number)).select("a.button").eachText()).doesNotContain("Return items");
        assertThat(page(pathOf(number) + "/return").text()).contains("There’s nothing to return at the moment.");
        assertThat(post(pathOf(number) + "/return", "item0=1&reason=damaged&earlier=0")
                        .status())
                .isEqualTo(422);
    }

    @Test
    void theErasureForgetsWhatWasWritten() {
        String number = delivered();
        ask(number, "item0=1&reason=damaged&note=Ann+says&earlier=0");
        person.call("POST", "/ui/erasure", "{\"orders\":[{\"shop\":\"kites\",\"number\":\"" + number + "\"}]}");
        JsonNode r = app.read(number).path("returns").get(0);
        assertThat(r.path("note").isNull()).isTrue();
        assertThat(r.path("state").asString()).isEqualTo("requested");
    }
}
