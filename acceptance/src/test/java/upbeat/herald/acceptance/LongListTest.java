package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** More orders than fit on a screen, or into one call of the server. */
class LongListTest extends BrowserTestCase {
    private static final int ORDERS = 640;

    @BeforeAll
    void manyOrders() {
        StringBuilder sheet = new StringBuilder("order,name,country\n");
        for (int i = 0; i < ORDERS; i++) sheet.append("LL-%04d,Row %d,%s%n".formatted(i, i, i % 2 == 0 ? "SE" : "DE"));
        var person = app.signedIn();
        String id = person.upload(
                        "/ui/sheets?kind=orders", "long", sheet.toString().getBytes(StandardCharsets.UTF_8))
                .json()
                .path("id")
                .asString();
        person.call("POST", "/ui/sheets/" + id, null);
        await().until(() -> person.call("GET", "/ui/sheets/" + id, null)
                .json()
                .path("state")
                .asString()
                .equals("done"));
    }

    @Test
    void onlyTheRowsInSightAreMadeAndMoreComeAsItIsScrolled() {
        page.navigate(app.url + "/orders?shop=long");
        Locator rows = page.locator(".orow[data-order]");
        rows.first().waitFor();
        assertThat(rows.count()).isLessThan(80);
        String first = rows.first().getAttribute("data-order");
        Locator main = page.locator("main");
        // Each page that comes makes the list longer.
        await().pollInSameThread().until(() -> {
            main.evaluate("e => e.scrollTop = e.scrollHeight");
            return page.locator("[aria-setsize='" + ORDERS + "']").count() > 0
                    && page.locator("[aria-posinset='" + ORDERS + "']").count() == 1;
        });
        assertThat(rows.count()).isLessThan(80);
        assertThat(page.locator("[data-order='" + first + "']").count()).isZero();
        page.keyboard().press("ArrowDown");
        assertThat(page.locator("[data-order='" + first + "']")).isVisible();
        accessible("the list of orders");
    }

    @Test
    void allThatMatchAreTaggedInPartsAndUndoneTogether() {
        page.navigate(app.url + "/orders?shop=long");
        page.locator(".pickbox").first().click();
        button("Select all that match").click();
        Locator panel = page.getByLabel("Selected orders");
        assertThat(panel).containsText(ORDERS + " orders selected");
        panel.getByLabel("Add a tag").fill("everybody");
        button("Tag").click();
        assertThat(page.locator(".ant-message")).containsText(ORDERS + " orders tagged everybody");
        page.locator(".ant-message").getByText("Undo").click();
        assertThat(page.locator(".ant-message")).containsText("Undone");
        page.navigate(app.url + "/orders?tag=everybody");
        assertThat(page.locator("main")).containsText("No orders match these filters");
    }

    @Test
    void viewsReplaceOneAnotherAndFiltersAddUp() {
        page.navigate(app.url + "/orders?shop=long");
        // Its name goes on with how many there are, once that is known.
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^No contact details")))
                .click();
        assertThat(page).hasURL(Pattern.compile(".*/orders\\?noContact=true$"));
        button("No recent scans").click();
        assertThat(page).hasURL(Pattern.compile(".*/orders\\?quietDays=3$"));
        page.navigate(app.url + "/orders?shop=long&country=SE");
        assertThat(page.locator(".filters")).containsText(Pattern.compile("from long ✕\\s*and\\s*to SE ✕"));
        assertThat(page.locator(".filters")).containsText("320 orders");

        Locator find = page.getByLabel("Find an order");
        find.fill("LL 0007");
        find.press("Enter");
        assertThat(page.locator(".orow[data-order]")).hasCount(1);
        find.press("Escape");
        assertThat(page).hasURL(Pattern.compile(".*/orders$"));
    }

    @Test
    void aStatusWordIsGivenItsMeaningWhereTheFileIsLookedAt() {
        page.navigate(app.url + "/orders");
        button("Import a file").click();
        Locator panel = page.getByLabel("Import a file").last();
        byte[] sheet = "order,First name,Last name,status\nSW-1,Wren,Tern,Angekommen im Lager\n"
                .getBytes(StandardCharsets.UTF_8);
        panel.getByLabel("Shop").fill("words");
        panel.getByLabel("File to import").setInputFiles(new FilePayload("words.csv", "text/csv", sheet));
        assertThat(panel).containsText("First name + Last name are combined");
        assertThat(panel).containsText("1 without a meaning");
        panel.getByLabel("Treat Angekommen im Lager as").click();
        page.locator(".ant-select-dropdown:visible .ant-select-item-option-content")
                .getByText("Ignore")
                .click();
        assertThat(button("Import 1 row")).isEnabled();
        button("Import 1 row").click();
        assertThat(panel).containsText("done");
        accessible("a file that was imported");
    }
}
