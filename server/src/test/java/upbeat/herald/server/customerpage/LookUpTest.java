package upbeat.herald.server.customerpage;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** Where a customer without a link finds an order. */
class LookUpTest extends OwnAppTestCase {
    private static int callers;

    private static RunningApp.Answer find(String number, String contact, String language) {
        return app.bare(
                "POST",
                "/lookup/kites",
                "number=" + encode(number) + "&contact=" + encode(contact),
                Map.of(
                        "Content-Type",
                        "application/x-www-form-urlencoded",
                        "Accept-Language",
                        language,
                        "X-Forwarded-For",
                        "203.0.113." + (1 + callers++ % 250)));
    }

    private static String encode(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    private static String order(String email) {
        String number = app.number();
        RunningApp.Answer answer = app.api("PUT", "/api/v1/orders/kites/" + number, """
                {"placedAt":"%s","customer":{"name":"Ann","email":%s,"phone":null,"language":"en"},
                "shipTo":{"name":"Ann","city":"Lund","postcode":"221 00","country":"SE"},"payment":"prepaid","currency":"SEK",
                "total":"12.00","items":[{"sku":"BK","name":"Kite","quantity":1,"price":"12.00"}],"consent":{},"tags":[]}""".formatted(app.now(), email));
        assertThat(answer.status()).as(answer.body()).isEqualTo(201);
        return number;
    }

    @ParameterizedTest
    @CsvSource({"finds@customer.example", "FINDS@Customer.Example", "221 00", "22100", "' 221-00 '"})
    void findsTheOrderByItsAddressOrPostcode(String contact) {
        String number = order("\"finds@customer.example\"");
        RunningApp.Answer answer = find(" " + number + " ", contact, "en");
        assertThat(answer.status()).isEqualTo(303);
        String address = app.read(number).path("trackingPage").asString();
        assertThat(answer.response().headers().firstValue("Location").orElseThrow())
                .endsWith(address.substring(address.indexOf("/o/")));
    }

    @Test
    void findsItInSmallLettersAndBehindASign() {
        String number = order("\"finds@customer.example\"");
        assertThat(find("#" + number, "22100", "en").status()).isEqualTo(303);
        assertThat(find(number.toLowerCase(java.util.Locale.ROOT), "22100", "en")
                        .status())
                .isEqualTo(303);
    }

    /** Nobody learns which order numbers there are. */
    @ParameterizedTest
    @CsvSource({"en", "de", "fr", "es", "it", "nl", "sv", "pl"})
    void wrongAndUnknownGetTheSameAnswer(String language) {
        String number = order("null");
        List<String> answers = new ArrayList<>();
        for (String[] typed : new String[][] {
            {number, "other@customer.example"}, {"NO-SUCH-1", "22100"}, {number, ""}, {number, "99999"}
        }) {
            RunningApp.Answer answer = find(typed[0], typed[1], language);
            assertThat(answer.status()).isEqualTo(404);
            assertThat(Jsoup.parse(answer.body()).selectFirst("html").attr("lang"))
                    .isEqualTo(language);
            answers.add(Jsoup.parse(answer.body()).select("main").text());
        }
        assertThat(answers).allMatch(a -> a.equals(answers.get(0)));
    }

    @Test
    void whatWasTypedComesBackAsTextOnly() {
        RunningApp.Answer answer = find("\"><script>alert(1)</script>", "<img src=x>", "en");
        assertThat(Jsoup.parse(answer.body()).select("script, img")).isEmpty();
        assertThat(Jsoup.parse(answer.body()).select("#contact").attr("value")).isEqualTo("<img src=x>");
        assertThat(find("1".repeat(5_000), "2".repeat(5_000), "en").status()).isEqualTo(404);
        assertThat(find("\u0000", "\u202e", "en").status()).isEqualTo(404);
    }

    /** From many addresses at one order, and from one address at many orders. */
    @Test
    void triesAreLimitedForEachOrderAndEachCaller() {
        String number = order("\"limits@customer.example\"");
        int stopped = 0;
        for (int i = 0; i < 100; i++)
            if (find(number, "wrong" + i + "@customer.example", "en").status() == 429) stopped++;
        assertThat(stopped).isEqualTo(90);
        assertThat(find(number, "limits@customer.example", "en").status())
                .as("also who knows it waits now")
                .isEqualTo(429);
        int busy = 0;
        for (int i = 0; i < 1_000; i++)
            if (app.bare(
                                    "POST",
                                    "/lookup/kites",
                                    "number=GUESS-" + i + "&contact=22100",
                                    Map.of("Content-Type", "application/x-www-form-urlencoded"))
                            .status()
                    == 429) busy++;
        assertThat(busy).isGreaterThanOrEqualTo(950);
    }

    @Test
    void aShopMayHaveItInItsOwnPage() {
        RunningApp.Answer page = app.bare("GET", "/lookup/kites?embed", null, Map.of());
        assertThat(page.status()).isEqualTo(200);
        assertThat(page.response().headers().firstValue("X-Frame-Options")).isEmpty();
        assertThat(page.response()
                        .headers()
                        .firstValue("Content-Security-Policy")
                        .orElseThrow())
                .contains("frame-ancestors *")
                .contains("script-src 'self'");
        assertThat(Jsoup.parse(page.body()).select("form").attr("target")).isEqualTo("_top");
        assertThat(app.bare("GET", "/lookup/kites/embed.js", null, Map.of())
                        .response()
                        .headers()
                        .firstValue("Content-Type")
                        .orElseThrow())
                .startsWith("text/javascript");
        RunningApp.Answer preferences = app.bare("GET", "/u/nothing", null, Map.of());
        assertThat(preferences
                        .response()
                        .headers()
                        .firstValue("Content-Security-Policy")
                        .orElseThrow())
                .as("no other page may be framed")
                .contains("frame-ancestors 'none'");
    }

    @Test
    void aShopWithoutItHasNone() {
        RunningApp.Person person = app.signedIn();
        var brand = (tools.jackson.databind.node.ObjectNode)
                person.call("GET", "/ui/brand", null).json().path("brand");
        var off = brand.deepCopy();
        off.putObject("pages").put("tracking", true).put("linked", false).put("lookUp", false);
        person.call("PUT", "/ui/brand", off.toString());
        assertThat(app.bare("GET", "/lookup/kites", null, Map.of()).status()).isEqualTo(404);
        assertThat(find("QK-1", "22100", "en").status()).isEqualTo(404);
        person.call("PUT", "/ui/brand", brand.toString());
        assertThat(app.bare("GET", "/lookup/kites", null, Map.of()).status()).isEqualTo(200);
    }
}
