package upbeat.herald.server.customerpage;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** The tracking page is composed in Wording, with the languages, versions, history and preview of a mail. */
class PageWordingTest extends OwnAppTestCase {
    private static final String PAGE = "/ui/wording/tracking-page/email";
    private static RunningApp.Person person;

    @BeforeEach
    void writeIt() {
        if (person == null) person = app.signedIn();
        RunningApp.Answer saved = person.call("PUT", PAGE, blocks("Order {{order.number}}: closed on 24 December."));
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
        assertThat(person.call("PUT", PAGE + "?language=de", blocks("Am 24. Dezember geschlossen."))
                        .status())
                .isEqualTo(200);
    }

    private static String order(String language, String country) {
        String number = app.number();
        RunningApp.Answer put =
                app.api("PUT", "/api/v1/orders/kites/" + number, """
                {"placedAt":"%s","customer":{"name":"Ann Example","email":"ann@customer.example","language":"%s"},
                "shipTo":{"name":"Ann Example","city":"Bergstadt","country":"%s"},"payment":"prepaid","currency":"EUR",
                "total":"60.00","items":[{"sku":"BK","name":"Box kite","quantity":1,"price":"60.00"}],
                "consent":{"email":true},"tags":[]}""".formatted(app.now(), language, country));
        assertThat(put.status()).as(put.body()).isEqualTo(201);
        return number;
    }

    private static Document page(String number) {
        String address = app.read(number).path("trackingPage").asString();
        RunningApp.Answer answer = app.bare("GET", address.substring(app.url.length()), null, Map.of());
        assertThat(answer.status()).isEqualTo(200);
        return Jsoup.parse(answer.body());
    }

    private static String blocks(String text) {
        return """
                {"blocks":[{"kind":"delay","text":"<p>%s</p>"},{"kind":"parcels"},
                {"kind":"picture","src":"https://quillfeather.example/winter.png","alt":"Snow"},{"kind":"help"}]}""".formatted(text);
    }

    @Test
    void whatIsWrittenStandsOnThePageInTheCustomersLanguage() {
        String german = order("de", "DE");
        assertThat(page(german).select(".own .notice").text()).isEqualTo("Am 24. Dezember geschlossen.");
        String french = order("fr", "FR");
        Document page = page(french);
        assertThat(page.select(".own .notice").text()).isEqualTo("Order " + french + ": closed on 24 December.");
        assertThat(page.select("html").attr("lang")).startsWith("fr");
        assertThat(page.select(".own").attr("lang")).isEqualTo("en");
        String address = app.read(german).path("trackingPage").asString().substring(app.url.length());
        assertThat(page.select(".own img").attr("src")).endsWith("/pictures/0");
        assertThat(app.bare("GET", address + "/pictures/0", null, Map.of()).status())
                .isEqualTo(200);
        assertThat(app.bare("GET", address + "/pictures/1", null, Map.of()).status())
                .isEqualTo(404);
    }

    @Test
    void itHasAHistoryAndAPreview() {
        JsonNode history = person.call("GET", PAGE + "/history", null).json();
        assertThat(history.size()).isGreaterThanOrEqualTo(1);
        String number = order("en", "GB");
        JsonNode shown = person.call("POST", "/ui/wording/preview", """
                        {"notice":"tracking-page","channel":"email","orderShop":"kites","orderNumber":"%s",
                        "wording":{"blocks":[{"kind":"heading","text":"Not saved yet"},{"kind":"parcels"}]}}""".formatted(number))
                .json();
        Document page = Jsoup.parse(shown.path("message").path("html").asString());
        assertThat(page.select("h1").text()).isEqualTo("Order " + number);
        assertThat(page.select(".own h2").text()).isEqualTo("Not saved yet");
        assertThat(page(number).text()).doesNotContain("Not saved yet");
        JsonNode sample = person.call("POST", "/ui/wording/preview", """
                        {"notice":"tracking-page","channel":"email","pick":"sample-many-items"}""").json();
        assertThat(sample.path("message").path("html").asString()).contains("closed on 24 December");
    }

    @Test
    void whatThePageMustntSayIsRefused() {
        for (String text : List.of("{{customer.name}}", "{{shipTo.street}}", "{{nothing.here}}")) {
            RunningApp.Answer refused = person.call("PUT", PAGE, blocks(text));
            assertThat(refused.status()).as(text).isEqualTo(422);
            assertThat(refused.body()).contains("blocks[0]");
        }
        assertThat(person.call("PUT", PAGE, "{\"blocks\":[]}").status()).isEqualTo(422);
        assertThat(person.call("PUT", PAGE, "{\"html\":\"<p>x</p>\"}").status()).isEqualTo(422);
        assertThat(person.call("POST", "/ui/wording/trial", """
                        {"message":{"notice":"tracking-page","channel":"email"},"to":"me@team.example"}""").body()).contains("isn't sent");
    }

    @Test
    void itIsFoundAndReplacedWithTheOthers() {
        RunningApp.Answer found =
                person.call("POST", "/ui/wording/replace/look", "{\"find\":\"24 December\",\"with\":\"31 December\"}");
        assertThat(found.body()).contains("tracking-page");
    }

    @Test
    void aVersionThatIsDeletedIsNoMore() {
        assertThat(person.call("DELETE", PAGE + "?language=de", null).status()).isEqualTo(200);
        assertThat(page(order("de", "DE")).select(".own .notice").text()).contains("closed on 24 December");
        assertThat(person.call("DELETE", PAGE, null).status())
                .as("the default text stays")
                .isEqualTo(422);
    }

    @Test
    void aNewDefaultLanguageNeedsThePageToo() {
        JsonNode brand = person.call("GET", "/ui/brand", null).json().path("brand");
        String german = brand.toString().replace("\"language\":\"en\"", "\"language\":\"pl\"");
        RunningApp.Answer refused = person.call("PUT", "/ui/brand", german);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body()).contains("Tracking page");
    }
}
