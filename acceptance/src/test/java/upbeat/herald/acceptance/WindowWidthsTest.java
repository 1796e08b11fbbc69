package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Every place at the widths people have: nothing has to be scrolled sideways, and what belongs together stays so. */
class WindowWidthsTest extends BrowserTestCase {
    private static final int ZOOMED = 853; // 1280 at 150 %
    private static String number;

    @BeforeAll
    void anOrderToLookAt() {
        number = app.order("cash-on-delivery", "widths@customer.example", "+46701740682", "{}");
        app.parcel(number, "hopgate", "HOP 7300 0000 1");
        app.scan("hopgate", "HOP 7300 0000 1", "20", app.now());
        app.world.sms.reply("+46701740682", "Averylongwordthatnobodycanbreak".repeat(12));
    }

    @AfterEach
    void asItWas() {
        page.setViewportSize(1280, 800);
    }

    private void open(String path, int width) {
        page.setViewportSize(width, width == ZOOMED ? 533 : 800);
        page.navigate(app.url + path);
        page.getByRole(AriaRole.MAIN).first().waitFor();
    }

    /** What is wider than its place, and by how much. */
    @SuppressWarnings("unchecked")
    private List<String> tooWide() {
        return (List<String>) page.evaluate("""
                () => [document.documentElement, ...document.querySelectorAll('main, aside, .work, .bar, .subbar, .route')]
                  .filter(e => e.scrollWidth > e.clientWidth + 1)
                  .map(e => (e.className || e.tagName) + ' ' + e.scrollWidth + ' > ' + e.clientWidth)""");
    }

    @ParameterizedTest
    @ValueSource(ints = {1600, 1280, 1024, ZOOMED})
    void nothingIsScrolledSideways(int width) {
        for (String path : List.of(
                "/orders",
                "/orders/kites/" + number,
                "/plan",
                "/plan/delivered",
                "/messages",
                "/answers",
                "/answers/kites/" + number,
                "/answers?state=person",
                "/wording/delivered/email",
                "/wording/delivered/sms",
                "/setup/shops",
                "/setup/carriers/hopgate",
                "/setup/unmapped-codes",
                "/setup/feeds",
                "/setup/gateways",
                "/setup/stop-list",
                "/setup/api-keys",
                "/setup/credit",
                "/setup/events",
                "/setup/people",
                "/setup/changes",
                "/account",
                "/customers/kites/" + number,
                "/setup/brand",
                "/setup/public-address",
                "/setup/carriers/new",
                "/test-bench")) {
            open(path, width);
            assertThat(page.locator("body")).not().containsText("Loading the ");
            assertThat(tooWide()).as("%s at %d", path, width).isEmpty();
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {1600, 1280, 1024, ZOOMED})
    void theListStandsUnderTheRoute(int width) {
        open("/orders/kites/" + number, width);
        Locator row = page.locator("[data-order='" + number + "']").first();
        row.waitFor();
        BoundingBox stop = page.locator("button.stop .ring").nth(2).boundingBox();
        BoundingBox dot = row.locator(".dot").last().boundingBox();
        assertThat(dot.x + dot.width / 2).as("the dot of dispatched").isCloseTo(stop.x + stop.width / 2, within(2.0));
        BoundingBox last = page.locator("button.stop .ring").last().boundingBox();
        BoundingBox panel = page.locator("aside.panel").boundingBox();
        assertThat(last.x + last.width).as("the panel covers no stop").isLessThan(panel.x);
        BoundingBox branch = page.locator(".branch").boundingBox();
        for (Locator name : page.locator("button.stop .name").all()) {
            BoundingBox box = textBox(name);
            assertThat(branch.x >= box.x + box.width || branch.x + 2 <= box.x)
                    .as("the branch goes through no name: %s", name.textContent())
                    .isTrue();
        }
    }

    /** Of the words themselves, not of the button they stand in. */
    private BoundingBox textBox(Locator element) {
        @SuppressWarnings("unchecked")
        List<Number> box = (List<Number>) element.evaluate("""
                e => { const r = document.createRange(); r.selectNodeContents(e); const b = r.getBoundingClientRect();
                  return [b.x, b.y, b.width, b.height]; }""");
        BoundingBox found = new BoundingBox();
        found.x = box.get(0).doubleValue();
        found.width = box.get(2).doubleValue();
        return found;
    }

    @Test
    void theListSaysWhatItsColumnsAre() {
        open("/orders", 1280);
        Locator head = page.locator(".ohead");
        assertThat(head).containsText("Order");
        assertThat(head).containsText("Placed");
        assertThat(head).containsText("Total");
        assertThat(page.locator("[data-order='" + number + "']")).containsText("84.50 SEK");
        accessible("the list with its headings");
    }

    @Test
    void whatHappensElsewhereShowsByItself() {
        open("/orders", 1280);
        page.getByText(number).first().waitFor();
        String other = app.order("prepaid", "elsewhere@customer.example", null, "{}");
        assertThat(page.locator("[data-order='" + other + "']").first()).isVisible();
        page.navigate(app.url + "/orders/kites/" + other);
        app.parcel(other, "hopgate", "HOP 7300 0000 2");
        assertThat(page.locator("aside.panel")).containsText("HOP 7300 0000 2");
        assertThat(page.locator("aside.panel").getByText("Packed").first()).isVisible();
    }

    @Test
    void aPlaceWhoseFilesAreGoneSaysThatThereIsANewerVersion() {
        open("/orders", 1280);
        page.route("**/assets/PlanPlace*", route -> route.abort());
        page.getByRole(
                        AriaRole.LINK,
                        new Page.GetByRoleOptions().setName("Plan").setExact(true))
                .click();
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("There is a newer version");
        page.unroute("**/assets/PlanPlace*");
        browser.complaints.clear(); // the browser's own about the file that is gone
    }
}
