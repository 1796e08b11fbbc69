package upbeat.herald.server.customerpage;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/**
 * Where customers choose what they are sent. The posts of unsubscribe.json are those of RFC 2369 and RFC 8058, from
 * memory, as the file says; what each must and must not do was decided by a person.
 */
class PreferencePageTest extends OwnAppTestCase {
    private static RunningApp.Person person;
    private static String notice;
    private static int customers;
    private String email;
    private String number;

    @BeforeEach
    void aCustomerWhoWasSentAMail() {
        if (person == null) {
            person = app.signedIn();
            app.emptyPlan(person);
            notice = create(person, live("Ordered", "ordered", "[\"email\"]", ""));
        }
        address("https://parcels.quillfeather.example");
        email = "chooses" + ++customers + "@customer.example";
        number = app.order("prepaid", email, "+4670174066" + customers % 10, "{\"email\":true}");
        app.settled(number, notice, 1);
    }

    @AfterEach
    void back() {
        address(app.url);
    }

    private static void address(String url) {
        person.call("PUT", "/ui/public-address", "{\"address\":\"" + url + "\"}");
    }

    private MimeMessage mail() throws Exception {
        String raw = app.world.mailbox.to(email).get(0).raw();
        return new MimeMessage(
                Session.getInstance(new Properties()), new ByteArrayInputStream(raw.getBytes(StandardCharsets.UTF_8)));
    }

    private String page() throws Exception {
        String header = mail().getHeader("List-Unsubscribe", null);
        return header.replaceAll("^<https?://[^/]+(/u/[A-Za-z0-9_-]{27})>$", "$1");
    }

    private boolean isStopped() {
        return !person.call("POST", "/ui/stop-list/find", "{\"channel\":\"email\",\"address\":\"" + email + "\"}")
                .json()
                .path("reason")
                .isNull();
    }

    @Test
    void aMailSaysWhereToUnsubscribeWithOneClick() throws Exception {
        MimeMessage mail = mail();
        assertThat(mail.getHeader("List-Unsubscribe")).hasSize(1);
        assertThat(mail.getHeader("List-Unsubscribe")[0])
                .matches("<https://parcels\\.quillfeather\\.example/u/[A-Za-z0-9_-]{27}>");
        assertThat(mail.getHeader("List-Unsubscribe-Post")).containsExactly("List-Unsubscribe=One-Click");
        assertThat(mail.getHeader("List-Unsubscribe")[0]).doesNotContain(email).doesNotContain(number);
    }

    /** RFC 8058 wants HTTPS: without it, no click is promised. */
    @Test
    void withoutHttpsThereIsOnlyThePage() throws Exception {
        address(app.url);
        email = "plain" + customers + "@customer.example";
        number = app.order("prepaid", email, null, "{\"email\":true}");
        app.settled(number, notice, 1);
        assertThat(mail().getHeader("List-Unsubscribe")[0]).startsWith("<http://");
        assertThat(mail().getHeader("List-Unsubscribe-Post")).isNull();
    }

    /** The header is for mail programs; people see the same address at the end of the mail, and on the order's page. */
    @Test
    void theSameAddressStandsInTheMailAndOnTheTrackingPage() throws Exception {
        String address = "https://parcels.quillfeather.example" + page();
        JsonNode detail = person.call(
                        "GET",
                        "/ui/messages/"
                                + app.settled(number, notice, 1)
                                        .get(0)
                                        .path("id")
                                        .asString(),
                        null)
                .json();
        assertThat(detail.path("html").asString()).contains("<a class=\"soft\" href=\"" + address + "\"");
        assertThat(detail.path("message").path("text").asString()).contains("Choose what you receive: " + address);
        String tracking = app.read(number).path("trackingPage").asString();
        String shown = app.bare("GET", tracking.substring(tracking.indexOf("/o/")), null, Map.of())
                .body();
        assertThat(shown).contains("href=\"..".concat(page()).concat("\""));
    }

    static Stream<Arguments> posts() throws IOException {
        try (InputStream in = PreferencePageTest.class.getResourceAsStream("/unsubscribe/unsubscribe.json")) {
            return JsonMapper.shared().readTree(in).path("posts").valueStream().toList().stream()
                    .map(c -> Arguments.of(c.path("id").asString(), c));
        }
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("posts")
    void doesWhatTheStandardsSay(String id, JsonNode c) throws Exception {
        String path = page();
        String target = c.path("target").asString().replaceFirst("^https://shop\\.example/u/[A-Za-z0-9]+", "");
        if (id.equals("unknown-token"))
            path = path.substring(0, 10) + (path.charAt(10) == 'x' ? 'y' : 'x') + path.substring(11);
        Map<String, String> headers = new HashMap<>();
        if (!c.path("contentType").isNull())
            headers.put("Content-Type", c.path("contentType").asString());
        RunningApp.Answer answer = app.bare(
                c.path("method").asString(), path + target, c.path("body").asString(null), headers);
        String should = c.path("unsubscribes").asString();
        if (should.equals("must")) assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        assertThat(answer.status())
                .as("never a page of errors: " + answer.body())
                .isIn(200, 404);
        assertThat(answer.body())
                .doesNotContain("Exception")
                .doesNotContain(email)
                .doesNotContain("\tat ");
        assertThat(answer.response().headers().firstValue("Set-Cookie")).isEmpty();
        if (!should.equals("either")) assertThat(isStopped()).isEqualTo(should.equals("must"));
    }

    @Test
    void whoStopsHearsNothingMoreAndMayComeBack() throws Exception {
        String path = page();
        Map<String, String> form = Map.of("Content-Type", "application/x-www-form-urlencoded");
        RunningApp.Answer stopped = app.bare("POST", path, "channel=email&wanted=no", form);
        assertThat(stopped.body()).contains("Your choice is saved").contains("Turn E-mail back on");
        String later = create(person, live("Later", "dispatched", "[\"email\"]", ""));
        app.parcel(number, "hopgate", "HOP 0601 0000 9");
        app.scan("hopgate", "HOP 0601 0000 9", "20", app.now());
        JsonNode skipped = app.settled(number, later, 1).get(0);
        assertThat(skipped.path("reason").asString()).contains("stop list");
        assertThat(app.read(number).path("notes").toString()).contains("asked for no more messages");
        app.bare("POST", path, "channel=email&wanted=no", form);
        assertThat(app.read(number).path("notes").valueStream().filter(n -> n.path("text")
                        .asString()
                        .contains("asked for no more")))
                .as("said once")
                .hasSize(1);
        app.bare("POST", path, "channel=email&wanted=yes", form);
        assertThat(isStopped()).isFalse();
        assertThat(app.read(number).path("notes").toString()).contains("allows messages by e-mail again");
        // A channel that doesn't exist, and one the customer has no address for, change nothing.
        assertThat(app.bare("POST", path, "channel=pigeon&wanted=no", form).status())
                .isEqualTo(200);
        person.call("DELETE", "/ui/plan/notices/" + later, null);
    }

    /** Erased is erased: the page of an old mail lets nobody back in. */
    @Test
    void anErasedCustomerStaysStopped() throws Exception {
        String path = page();
        person.call("POST", "/ui/erasure", "{\"orders\":[{\"shop\":\"kites\",\"number\":\"" + number + "\"}]}");
        RunningApp.Answer answer = app.bare(
                "POST", path, "channel=email&wanted=yes", Map.of("Content-Type", "application/x-www-form-urlencoded"));
        assertThat(answer.status()).isEqualTo(200);
        assertThat(answer.body()).doesNotContain(email);
        assertThat(isStopped()).isTrue();
    }

    @ParameterizedTest
    @CsvSource({
        "de, Bestimmen Sie",
        "fr, Choisissez",
        "es, Elija",
        "it, Scelga",
        "nl, Kies",
        "sv, Välj",
        "pl, Wybierz",
        "en, Choose"
    })
    void speaksTheCustomersLanguage(String language, String begins) throws Exception {
        String own = app.number();
        String address = "speaks-" + language + "@customer.example";
        RunningApp.Answer put =
                app.api("PUT", "/api/v1/orders/kites/" + own, """
                {"placedAt":"%s","customer":{"name":"Ann O'Test","email":"%s","language":"%s"},
                "shipTo":{"name":"Ann","city":"Lund","country":"SE"},"payment":"prepaid","currency":"SEK","total":"60.50",
                "items":[{"sku":"BK","name":"Box kite","quantity":1,"price":"60.50"}],"consent":{"email":true},
                "tags":[]}""".formatted(app.now(), address, language));
        assertThat(put.status()).as(put.body()).isEqualTo(201);
        app.settled(own, notice, 1);
        email = address;
        RunningApp.Answer page = app.bare("GET", page(), null, Map.of());
        assertThat(page.body()).contains("<html lang=\"" + language + "\"").contains(">" + begins);
        assertThat(page.response().headers().firstValue("Cache-Control").orElse(""))
                .contains("no-store");
        assertThat(page.body()).contains("noindex");
    }

    @Test
    void manyCallsAreSlowedDown() {
        List<Integer> seen = Stream.generate(() -> app.bare(
                                "GET", "/u/AAAAAAAAAAAAAAAAAAAAAAAAAAA", null, Map.of("X-Forwarded-For", "203.0.113.9"))
                        .status())
                .limit(200)
                .distinct()
                .toList();
        assertThat(seen).startsWith(404).contains(429);
    }
}
