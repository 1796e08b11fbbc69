package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.standardwebhooks.Webhook;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpHeaders;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.standins.CallReceiver;

/** A customer's whole way on a phone in German with scripts off, and what the coordinator and the shop get of it. */
class ReturnBrowserTest extends CustomerPageTestCase {
    private String order(String language) {
        return order(language, "cash-on-delivery", "84.50", """
                [{"sku":"BK","name":"Kastendrachen","quantity":2,"price":"30.25"},
                {"sku":"WV","name":"Windfahne","quantity":1,"price":"24.00"}]""");
    }

    private static byte[] fetch(String url) throws Exception {
        HttpResponse<byte[]> response = HttpClient.newHttpClient()
                .send(HttpRequest.newBuilder(URI.create(url)).build(), HttpResponse.BodyHandlers.ofByteArray());
        assertThat(response.statusCode()).isEqualTo(200);
        return response.body();
    }

    private List<CallReceiver.Call> callsAbout(String number) {
        return app.world.storefront.receiver.calls().stream()
                .filter(c -> c.body().contains("\"" + number + "\""))
                .toList();
    }

    private static void verify(CallReceiver.Call call, String secret) throws Exception {
        Map<String, List<String>> headers = Map.of(
                "webhook-id", List.of(call.id()),
                "webhook-timestamp", List.of(call.timestamp()),
                "webhook-signature", List.of(call.signature()));
        new Webhook(secret).verify(call.body(), HttpHeaders.of(headers, (k, v) -> true));
    }

    private void choose(String label, String option) {
        page.locator("aside.panel")
                .getByLabel(label, new Locator.GetByLabelOptions().setExact(true))
                .click();
        page.locator(".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option")
                .filter(new Locator.FilterOptions().setHasText(option))
                .first()
                .click();
    }

    /** Puts the ready-made delivery wish to the notice of dispatch, whose answers call the shop. */
    private void askForAWish() {
        page.navigate(app.url + "/plan/on-its-way");
        button("No question").click();
        choose("Ready-made question", "Delivery wish");
        page.getByLabel("Add an effect to answer 3").click();
        choose("Effect 2 of answer 3", "call the shop");
        button("Save").click();
        assertThat(page.locator("aside.panel")).containsText("On another day");
    }

    @Test
    void confirmsWishesAndReturnsOneKite() throws Exception {
        JsonNode calls = app.signedIn()
                .call("PUT", "/ui/shops/kites/calls", "{\"url\":\"" + app.world.storefront.receiver.url() + "\"}")
                .json();
        askForAWish();
        String number = order("de");
        app.advance("PT16M");
        app.settled(number, "is-it-yours", 1);
        String address = app.read(number).path("trackingPage").asString();
        try (BrowserContext context = phone(false)) {
            Page phone = context.newPage();
            phone.navigate(address);
            phone.locator("button.main").first().click();
            assertThat(phone.locator("h1")).hasText("Vielen Dank");

            parcel(number, "hopgate", "HOP 0813 0000 5", "[{\"sku\":\"BK\",\"quantity\":2}]");
            parcel(number, "skerry-post", "RX473124843XS", "[{\"sku\":\"WV\",\"quantity\":1}]");
            app.scan("hopgate", "HOP 0813 0000 5", "20", app.now());
            app.settled(number, "on-its-way", 1);
            phone.navigate(address);
            assertThat(phone.locator("section[id^=p]")).hasCount(2);
            assertThat(phone.locator("main")).containsText("Sie zahlen 84,50\u00a0€ bei der Zustellung.");
            phone.locator("form:has(button[value=day]) textarea").fill("Bitte erst am Samstag");
            phone.locator("button[value=day]").click();
            assertThat(phone.locator("main")).containsText("Bitte erst am Samstag");

            app.advance("PT1H");
            app.scan("hopgate", "HOP 0813 0000 5", "50", app.now());
            phone.navigate(address);
            phone.getByText("Artikel zurücksenden").click();
            assertThat(phone.locator("h1")).hasText("Rücksendung zur Bestellung " + number);
            phone.locator("button.main").click();
            assertThat(phone.getByRole(com.microsoft.playwright.options.AriaRole.ALERT))
                    .containsText("Bitte wählen Sie aus");
            phone.getByLabel("Anzahl für die Rücksendung: Kastendrachen").selectOption("1");
            phone.getByLabel("Warum senden Sie die Artikel zurück?").selectOption("damaged");
            phone.locator("textarea").fill("Ein Stab ist gebrochen");
            phone.locator("button.main").click();
            assertThat(phone.locator("h2").first()).hasText("Ihr Etikett ist fertig");
            theLabelIsRead(number, phone);
            theCoordinatorSeesIt(number, phone);
        }
        theShopWasTold(number, calls.path("secret").asString());
    }

    private void theLabelIsRead(String number, Page phone) throws Exception {
        JsonNode made = app.read(number).path("returns").get(0);
        String code = made.path("trackingNumber").asString();
        assertThat(code).as("a number of the post's own").matches("CP4000[0-9]{5}XS");
        for (Locator link : phone.locator("a.button").all()) {
            String path = link.getAttribute("href");
            String url = URI.create(phone.url()).resolve(path).toString();
            LabelReader.Label label = LabelReader.read(fetch(url));
            assertThat(label.codes()).as(path).containsExactly("CODE-128:" + code, "QR-Code:" + code);
            assertThat(label.text())
                    .contains("Quillfeather Kites, returns", "1 Slipway", "000 00 Harbourton", "SWEDEN", number)
                    .contains(code.replaceFirst("(..)(....)(....)(.)(..)", "$1 $2 $3 $4 $5"))
                    .doesNotContain("Hannelore");
            assertThat(label.size()).contains(path.endsWith("a4.pdf") ? "(A4)" : "297.638 x 419.528");
            if (path.endsWith("a4.pdf"))
                assertThat(label.text()).contains("1 × Kastendrachen", "Der Artikel kam beschädigt an");
        }
    }

    private void theCoordinatorSeesIt(String number, Page phone) {
        JsonNode made = app.read(number).path("returns").get(0);
        String code = made.path("trackingNumber").asString();
        app.scan("skerry-post", code, "EMA", app.now());
        phone.reload();
        assertThat(phone.locator("h2").first()).hasText("Auf dem Rückweg zu uns");
        page.navigate(app.url + "/answers?state=returns");
        Locator row = page.locator("tr").filter(new Locator.FilterOptions().setHasText(code));
        assertThat(row).containsText("1 × Kastendrachen");
        assertThat(row).containsText("damaged: “Ein Stab ist gebrochen”");
        assertThat(row).containsText("On its way");
        accessible("the returns");
        page.getByLabel("Mark as received: " + code).click();
        assertThat(row).hasCount(0);
        page.navigate(app.url + "/orders/kites/" + number);
        Locator panel = page.locator("aside.panel");
        for (String step : List.of(
                "on the answer page",
                "Bitte erst am Samstag",
                "Return requested: 1 × Kastendrachen",
                "Returning",
                "Return received",
                "return: received")) assertThat(panel).containsText(step);
        accessible("an order with a return");
        phone.reload();
        assertThat(phone.locator("h2").first()).hasText("Wir haben Ihre Rücksendung erhalten");
    }

    private void theShopWasTold(String number, String secret) throws Exception {
        await().until(() ->
                callsAbout(number).stream().anyMatch(c -> c.body().contains("upbeat.herald.return.received")));
        List<CallReceiver.Call> told = callsAbout(number);
        for (CallReceiver.Call call : told) verify(call, secret);
        assertThat(told)
                .extracting(CallReceiver.Call::body)
                .anyMatch(b -> b.contains("Bitte erst am Samstag"))
                .anyMatch(b -> b.contains("upbeat.herald.return.requested") && b.contains("\"BK\""));
    }

    @Test
    void aReturnIsReceivedAndTakenBackInTheOrder() {
        String number = order("en");
        parcel(number, "hopgate", "HOP 0814 0000 4", "[]");
        app.scan("hopgate", "HOP 0814 0000 4", "50", app.now());
        String path = app.read(number).path("trackingPage").asString().substring(app.url.length());
        app.bare(
                "POST",
                path + "/return",
                "item0=2&reason=other&earlier=0",
                Map.of("Content-Type", "application/x-www-form-urlencoded"));
        page.navigate(app.url + "/orders/kites/" + number);
        Locator panel = page.locator("aside.panel");
        assertThat(panel).containsText("return: label made");
        button("Mark as received").click();
        assertThat(panel).containsText("return: received");
        page.getByText("Undo").first().click();
        assertThat(panel).containsText("return: label made");
        page.getByLabel("Cancel return").click();
        button("Cancel return").click();
        assertThat(panel).containsText("return: cancelled");
        assertThat(panel).containsText("Return cancelled");
    }

    @ParameterizedTest
    @ValueSource(strings = {"en", "de", "fr", "es", "it", "nl", "sv", "pl"})
    void axeFindsNothingInAnyLanguage(String language) throws Exception {
        String number = order(language);
        String tracking = "AXE-" + language;
        parcel(number, "hopgate", tracking, "[]");
        app.scan("hopgate", tracking, "50", app.now());
        String address = app.read(number).path("trackingPage").asString();
        try (BrowserContext context = phone(true)) {
            Page phone = context.newPage();
            phone.navigate(address + "/return");
            assertAccessible(phone, language + " form");
            phone.locator("select[name=item0]").selectOption("1");
            phone.locator("#reason").selectOption("other");
            phone.locator("button.main").click();
            phone.locator("summary").click();
            assertAccessible(phone, language + " return");
        }
    }
}
