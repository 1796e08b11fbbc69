package upbeat.herald.server.customerpage;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import java.util.List;
import java.util.Map;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.node.ObjectNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.platform.persistence.Json;

/** The page on which a customer follows an order, as it comes over the wire. */
class TrackingPageTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeEach
    void pagesAreOn() {
        if (person == null) person = app.signedIn();
        pages(true, false);
    }

    @AfterEach
    void back() {
        pages(true, false);
    }

    private static void pages(boolean tracking, boolean linked) {
        ObjectNode brand = (ObjectNode) Json.readTree(
                Json.write(person.call("GET", "/ui/brand", null).json().path("brand")));
        ObjectNode pages = brand.putObject("pages");
        pages.put("tracking", tracking).put("linked", linked).put("lookUp", true);
        assertThat(person.call("PUT", "/ui/brand", brand.toString()).status()).isEqualTo(200);
    }

    private static String pathOf(String number) {
        String address = app.read(number).path("trackingPage").asString();
        assertThat(address).matches(app.url + "/o/[A-Za-z0-9_-]{27}");
        return address.substring(app.url.length());
    }

    private static RunningApp.Answer get(String path) {
        return app.bare("GET", path, null, Map.of());
    }

    private static Document page(String number) {
        RunningApp.Answer answer = get(pathOf(number));
        assertThat(answer.status()).isEqualTo(200);
        return Jsoup.parse(answer.body());
    }

    private static String orderIn(String language) {
        String number = app.number();
        RunningApp.Answer answer = app.api("PUT", "/api/v1/orders/kites/" + number, """
                {"placedAt":"%s","customer":{"name":"Ann Geheim","email":"ann@customer.example","phone":null,"language":"%s"},
                "shipTo":{"name":"Ann Geheim","street":"Secret Lane 7","city":"Lund","postcode":"22100","country":"SE"},
                "payment":"prepaid","currency":"EUR","total":"12.00",
                "items":[{"sku":"BK","name":"Kite","quantity":1,"price":"12.00","imageUrl":"https://shop.example/kite.png"}],
                "consent":{},"tags":[]}""".formatted(app.now(), language));
        assertThat(answer.status()).as(answer.body()).isEqualTo(201);
        return number;
    }

    @ParameterizedTest
    @CsvSource({
        "en-GB, en-GB, Order",
        "de, de-SE, Bestellung",
        "fr-FR, fr-FR, Commande",
        "es-ES, es-ES, Pedido",
        "it-IT, it-IT, Ordine",
        "nl-NL, nl-NL, Bestelling",
        "sv-SE, sv-SE, Beställning",
        "pl-PL, pl-PL, Zamówienie",
        "tlh, sv-SE, Beställning"
    })
    void speaksTheCustomersLanguage(String language, String shown, String word) {
        String number = orderIn(language);
        Document page = page(number);
        assertThat(page.selectFirst("html").attr("lang")).startsWith(shown.substring(0, 2));
        assertThat(page.selectFirst("h1").text()).isEqualTo(word + " " + number);
        assertThat(page.text())
                .doesNotContain("Geheim")
                .doesNotContain("Secret Lane")
                .doesNotContain("customer.example");
    }

    @Test
    void followsTheParcelAsItIsScanned() {
        String number = app.order("prepaid", "ann@customer.example", null, "{}");
        assertThat(page(number).select("h2").first().text()).isEqualTo("We’re preparing your order");
        app.parcel(number, "hopgate", "HOP 0809 0000 9");
        app.scan("hopgate", "HOP 0809 0000 9", "20", app.now().minusSeconds(7200));
        app.scan("hopgate", "HOP 0809 0000 9", "40", app.now().minusSeconds(60));
        Document page = page(number);
        assertThat(page.select("h2").first().text()).isEqualTo("Arriving today");
        assertThat(page.select("[aria-current=step]").text()).contains("Out for delivery, Lund");
        assertThat(page.select(".scans li")).hasSize(2);
    }

    @Test
    void changesNothingAndLoadsNothingFromElsewhere() {
        String number = orderIn("en");
        String path = pathOf(number);
        int events = app.read(number).path("messages").size();
        for (String method : List.of("GET", "HEAD", "GET"))
            assertThat(app.bare(method, path, null, Map.of()).status()).isEqualTo(200);
        assertThat(app.read(number).path("messages").size()).isEqualTo(events);
        var headers = get(path).response().headers();
        assertThat(headers.firstValue("Content-Security-Policy").orElseThrow())
                .startsWith("default-src 'none'")
                .contains("frame-ancestors 'none'")
                .doesNotContain("script-src");
        assertThat(headers.firstValue("Cache-Control").orElseThrow()).contains("no-store");
        assertThat(headers.firstValue("Referrer-Policy")).hasValue("no-referrer");
        assertThat(headers.firstValue("Set-Cookie")).isEmpty();
        Document page = Jsoup.parse(get(path).body());
        assertThat(page.select("script")).isEmpty();
        assertThat(page.select("[src]").eachAttr("src")).allMatch(s -> !s.contains("//"));
        RunningApp.Answer empty = get(path + "/items/0");
        assertThat(empty.status())
                .as("the shop isn't there, and nothing looks broken")
                .isEqualTo(200);
        assertThat(empty.response().headers().firstValue("Content-Type")).hasValue("image/png");
        assertThat(get(path + "/items/7").status()).isEqualTo(404);
        assertThat(app.bare("POST", path, "x=1", Map.of()).status()).isEqualTo(405);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "AAAAAAAAAAAAAAAAAAAAAAAAAAA",
                "x",
                "AAAAAAAAAAEAAAAAAAAAAAAAAAA",
                "%3Cscript%3Ealert(1)%3C/script%3E"
            })
    void aLinkThatIsntOursShowsNothing(String token) {
        RunningApp.Answer answer =
                app.bare("GET", "/o/" + token, null, Map.of("X-Forwarded-For", "203.0.113." + token.length()));
        assertThat(answer.status()).isIn(404, 429);
        assertThat(answer.body()).doesNotContain("<script>");
    }

    /** Who guesses is stopped; whoever has a link is shown the page all the same. */
    @Test
    void aThousandGuessesAreSoonAskedToWait() {
        String path = pathOf(orderIn("en"));
        int stopped = 0;
        for (int i = 0; i < 1_000; i++)
            if (get("/o/AAAAAAAAAAEAAAAAAAAAAAAAA" + (char) ('A' + i % 26) + (char) ('a' + i % 26))
                            .status()
                    == 429) stopped++;
        assertThat(stopped).isGreaterThan(900);
        assertThat(get(path).status()).isEqualTo(200);
    }

    @Test
    void isGoneWhileTheBrandHasNoSuchPages() {
        String number = orderIn("en");
        String path = pathOf(number);
        pages(false, true);
        assertThat(get(path).status()).isIn(404, 429);
        assertThat(app.read(number).path("trackingPage").isNull()).isTrue();
    }

    @Test
    void isClosedOnceTheCustomerIsErased() {
        String number = orderIn("en");
        String path = pathOf(number);
        RunningApp.Answer erased =
                person.call("POST", "/ui/erasure", "{\"orders\":[{\"shop\":\"kites\",\"number\":\"" + number + "\"}]}");
        assertThat(erased.status()).as(erased.body()).isEqualTo(200);
        assertThat(get(path).status()).isEqualTo(410);
        assertThat(get(path + "/items/0").status()).isEqualTo(404);
    }

    /** By choice of the brand: then mails, texts and short links lead here, and there is nothing to paste. */
    @Test
    void messagesLeadHereWhereTheBrandWantsIt() {
        app.emptyPlan(person);
        String notice = create(person, live("Dispatched", "dispatched", "[\"email\",\"sms\"]", ""));
        pages(true, true);
        String number =
                app.order("prepaid", "linked@customer.example", "+46701740611", "{\"email\":true,\"sms\":true}");
        app.parcel(number, "hopgate", "HOP 0810 0000 8");
        app.scan("hopgate", "HOP 0810 0000 8", "20", app.now().minusSeconds(60));
        app.settled(number, notice, 2);
        String raw = app.world.mailbox.to("linked@customer.example").get(0).raw();
        String plain = raw.replace("=\r\n", "").replace("=3D", "=");
        assertThat(plain).contains(pathOf(number)).doesNotContain("hopgate.example");
        String shortLink = app.message(number, notice, "sms").path("text").asString();
        assertThat(shortLink).contains("/t/");
        String path = shortLink.replaceAll("(?s).*(/t/[0-9A-Za-z_-]+).*", "$1");
        RunningApp.Answer followed = get(path);
        assertThat(followed.status()).isEqualTo(302);
        assertThat(followed.response().headers().firstValue("Location").orElseThrow())
                .endsWith(pathOf(number));
    }

    @Test
    void theExpectedDayGoesIntoACalendar() {
        String number = app.order("prepaid", "ann@customer.example", null, "{}");
        app.parcel(number, "hopgate", "HOP 0811 0000 7");
        app.scan("hopgate", "HOP 0811 0000 7", "20", app.now().minusSeconds(3600));
        String link = page(number).select("a.button[href$=.ics]").attr("href");
        RunningApp.Answer first = get("/o/" + link);
        assertThat(first.status()).isEqualTo(200);
        assertThat(first.response().headers().firstValue("Content-Type").orElseThrow())
                .startsWith("text/calendar");
        assertThat(first.body()).contains("METHOD:PUBLISH");
        app.scan("hopgate", "HOP 0811 0000 7", "50", app.now().minusSeconds(60));
        RunningApp.Answer then = get("/o/" + link);
        assertThat(then.body()).contains("METHOD:CANCEL");
        assertThat(sequenceOf(then)).isGreaterThan(sequenceOf(first));
        assertThat(page(number).select("a.button[href$=.ics]")).isEmpty();
        assertThat(get(pathOf(orderIn("en")) + link.substring(link.indexOf("/parcels")))
                        .status())
                .as("a parcel of another order")
                .isEqualTo(404);
    }

    /** A text may lead to it too, and a text that leads to the order's page lets the parcel be followed. */
    @Test
    void aMailLeadsToTheCalendarFile() {
        app.emptyPlan(person);
        String notice = create(person, live("Dispatched", "dispatched", "[\"sms\"]", ""));
        String wording = "{\"text\":\"{{brand.name}}: {{order.trackingPage}} or {{parcel.calendarLink}}\"}";
        assertThat(person.call("PUT", "/ui/wording/" + notice + "/sms", wording).status())
                .isEqualTo(200);
        String number = app.order("prepaid", null, "+46701740613", "{\"sms\":true}");
        app.parcel(number, "hopgate", "HOP 0814 0000 4");
        app.scan("hopgate", "HOP 0814 0000 4", "20", app.now().minusSeconds(60));
        String text = app.settled(number, notice, 1).get(0).path("text").asString();
        String calendar = text.replaceAll("(?s).* or \\S+?(/o/\\S+)$", "$1");
        assertThat(get(calendar).body()).startsWith("BEGIN:VCALENDAR");
        assertThat(person.call("GET", "/ui/plan/checks", null).body()).doesNotContain("no link to follow");
    }

    private static int sequenceOf(RunningApp.Answer file) {
        return Integer.parseInt(file.body().replaceAll("(?s).*\\nSEQUENCE:(\\d+)\r.*", "$1"));
    }
}
