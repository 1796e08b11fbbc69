package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import org.junit.jupiter.api.Test;

/** Money for messages: a price list, a payment, what a night cost and what is left. */
class CreditBrowserTest extends BrowserTestCase {
    private static final String PHONE = "+46701740605"; // of the Swedish range kept for fiction

    private void importPrices(String rows) {
        page.locator("input[type=file]")
                .setInputFiles(new FilePayload(
                        "prices.csv",
                        "text/csv",
                        ("channel,country,price,currency,from,until\n" + rows).getBytes(StandardCharsets.UTF_8)));
    }

    private Locator said(String words) {
        return page.getByRole(AriaRole.ALERT)
                .filter(new Locator.FilterOptions().setHasText(words))
                .first();
    }

    private Locator figure(String name) {
        return page.locator("dl.figures div")
                .filter(new Locator.FilterOptions().setHasText(name))
                .locator("dd");
    }

    @Test
    void whatTheNightCostAndWhatIsLeft() throws Exception {
        page.navigate(app.url + "/setup/credit");
        assertThat(page.locator("main")).containsText("Credit isn’t tracked yet");
        accessible("credit before there is any");
        importPrices("sms,,free,EUR,2026-01-01,");
        assertThat(said("Line 2: write a price as 0.15")).isVisible();
        importPrices("sms,,0.15,EUR,2026-01-01,\nsms,DE,0.09,EUR,2026-01-01,2026-12-31\n");
        assertThat(page.locator("main")).containsText("Germany");

        page.getByLabel("Amount in EUR").fill("9000");
        button("Pay").click();
        assertThat(said("declined")).isVisible();
        page.getByLabel("Amount in EUR").fill("25.00");
        page.getByLabel("Note for the books").fill("November");
        button("Pay").click();
        assertThat(figure("Available")).hasText("25.00 EUR");
        assertThat(app.world.payments.payments()).hasSize(1);

        String number = app.order("prepaid", null, PHONE, "{\"sms\":true}");
        app.parcel(number, "hopgate", "HOP 7300 0000 1");
        app.scan("hopgate", "HOP 7300 0000 1", "20", app.now());
        await().until(() -> app.messages(number, "on-its-way").stream()
                .anyMatch(m -> m.path("status").asString().matches("accepted|delivered")));
        page.reload();
        assertThat(figure("Available")).not().hasText("25.00 EUR");
        assertThat(figure("Spent since yesterday")).not().hasText("0.00 EUR");
        Locator first = page.locator("table.ledger tbody tr").first();
        assertThat(first).containsText("Message sent");
        accessible("credit, with its ledger");
        var file = page.waitForDownload(
                () -> page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Ledger"))
                        .getByText("Save as CSV")
                        .click());
        assertThat(Files.readString(file.path())).contains("top-up,payments,available,25.0000,EUR", "November");
        first.getByRole(AriaRole.LINK).click();
        assertThat(page.locator("aside.panel")).containsText("On its way");
        page.navigate(app.url + "/messages?search=" + number);
        assertThat(page.locator(".filters")).containsText("EUR left");
    }

    @Test
    void limitsAreSetAndWrongOnesSayWhy() {
        page.navigate(app.url + "/setup/credit");
        page.getByLabel("Tell the team by mail when less is left than").fill("lots");
        button("Save").click();
        assertThat(said("Enter an amount like 100.00")).isVisible();
        page.getByLabel("Tell the team by mail when less is left than").fill("20");
        page.getByLabel("E-mail", new Page.GetByLabelOptions().setExact(true)).fill("1000");
        button("Save").click();
        page.reload();
        assertThat(page.getByLabel("E-mail", new Page.GetByLabelOptions().setExact(true)))
                .hasValue("1000");
    }
}
