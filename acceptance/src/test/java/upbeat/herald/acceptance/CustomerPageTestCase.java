package upbeat.herald.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Tests of what a customer sees, on a phone of its own. */
abstract class CustomerPageTestCase extends BrowserTestCase {
    BrowserContext phone(boolean scripts) {
        return page.context()
                .browser()
                .newContext(new Browser.NewContextOptions()
                        .setViewportSize(390, 844)
                        .setJavaScriptEnabled(scripts));
    }

    /** @param items as JSON */
    String order(String language, String payment, String total, String items) {
        String number = app.number();
        var answer = app.api("PUT", "/api/v1/orders/kites/" + number, """
                {"placedAt":"%s","customer":{"name":"Hannelore Beispiel","email":"h%s@customer.example",
                "phone":"+46701740612","language":"%s"},"shipTo":{"name":"Hannelore Beispiel","street":"Musterweg 7",
                "city":"Musterstadt","postcode":"04774","country":"DE"},"payment":"%s","currency":"EUR","total":"%s",
                "items":%s,"consent":{"email":true,"whatsapp":true},"tags":[]}""".formatted(
                        app.now(), number, language, payment, total, items));
        assertThat(answer.status()).as(answer.body()).isEqualTo(201);
        return number;
    }

    /** @param items as JSON; an empty list for all of the order */
    void parcel(String number, String carrier, String tracking, String items) {
        var answer = app.api(
                "POST",
                "/api/v1/orders/kites/" + number + "/parcels",
                "{\"carrier\":\"" + carrier + "\",\"trackingNumber\":\"" + tracking + "\",\"items\":" + items + "}");
        assertThat(answer.status()).as(answer.body()).isLessThan(300);
    }

    /**
     * What axe finds, and whether something scrolls sideways. The pages' policy lets no script in, so that axe comes in
     * through the debugger and not as a script of the page.
     */
    @SuppressWarnings("unchecked")
    static void assertAccessible(Page customer, String what) throws IOException {
        customer.evaluate(Files.readString(Path.of("..", "web", "node_modules", "axe-core", "axe.min.js")) + ";0");
        List<String> findings = (List<String>) customer.evaluate(
                "async () => (await axe.run(document, {runOnly: ['wcag2a','wcag2aa','wcag21a','wcag21aa','wcag22aa']}))"
                        + ".violations.flatMap(v => v.nodes.map(n => v.id + ': ' + n.target.join(' ')))");
        assertThat(findings).as(what).isEmpty();
        assertThat((Boolean) customer.evaluate(
                        "() => document.documentElement.scrollWidth <= document.documentElement.clientWidth"))
                .as(what + ": nothing scrolls sideways on a phone")
                .isTrue();
    }
}
