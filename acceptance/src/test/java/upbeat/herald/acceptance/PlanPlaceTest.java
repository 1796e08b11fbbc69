package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A coordinator says whom a notice is for and when, and sees at once what that means. */
class PlanPlaceTest extends BrowserTestCase {
    private Locator field(String label) {
        return page.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
    }

    private Locator panel() {
        return page.locator("aside.panel");
    }

    /** Types what is looked for, as long lists show only what is in sight, and takes it. */
    private void choose(String label, String... options) {
        field(label).click();
        for (String option : options) {
            page.keyboard().type(option);
            page.locator(".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option[title=\""
                            + option + "\"]")
                    .click();
        }
        // A list that takes several stays open.
        Locator open = page.locator(".ant-select-dropdown:not(.ant-select-dropdown-hidden)");
        if (field(label)
                        .locator("xpath=ancestor::div[contains(@class,'ant-select-multiple')]")
                        .count()
                > 0) {
            page.keyboard().press("Escape");
            assertThat(open).hasCount(0);
        }
    }

    private void type(String label, String text) {
        field(label).click();
        page.keyboard().type(text);
        page.keyboard().press("Enter");
        page.keyboard().press("Escape");
    }

    private JsonNode notice(String id) {
        return app.signedIn()
                .call("GET", "/ui/plan", null)
                .json()
                .path("notices")
                .valueStream()
                .filter(n -> n.path("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aNoticeIsNarrowedWithTheCountBesideIt() {
        app.order("prepaid", "narrow@customer.example", null, "{}");
        page.navigate(app.url + "/plan/on-its-way");
        button("Edit").click();
        Locator fitting = page.locator(".fitting");
        assertThat(fitting).containsText("orders of the last 30 days fit");
        assertThat(panel()).containsText("Everyone. Add a condition to narrow it.");

        choose("Add a condition", "Payment");
        choose("Condition 1: Payment", "cash on delivery");
        choose("Add a condition", "Total");
        choose("Condition 2: currency", "EUR");
        field("Condition 2: from").fill("100");
        choose("Add a condition", "Country");
        choose("Condition 3: Country", "Austria", "Germany");
        choose("Add a condition", "Item name");
        type("Condition 4: Item name", "kite");
        assertThat(fitting).containsText("doesn’t fit");
        // Half a condition says what it lacks and doesn't spoil the rest.
        choose("Add a condition", "Number of pieces");
        field("Condition 5: from").fill("many");
        assertThat(panel()).containsText("Enter a whole number from 0 to 1,000,000");
        field("Remove condition 5").click();
        accessible("the conditions of an audience");
        button("Save").click();
        assertThat(panel())
                .containsText("for cash-on-delivery orders of 100.00 EUR or more, to Austria and Germany, with \"kite\""
                        + " among the items");
        JsonNode audience = notice("on-its-way").path("notice").path("audience");
        assertThat(audience.path("conditions")).hasSize(4);

        // A group, of which any condition is enough; and what no order can be.
        button("Edit").click();
        choose("Add a group", "Tag");
        type("Condition 5: Tag", "vip");
        choose("Add to the group", "First or returning customer");
        choose("Condition 6: First or returning customer", "returning customer");
        choose("Add a condition", "Payment");
        choose("Condition 5: Payment", "prepaid");
        assertThat(fitting).containsText("No order can be both");
        button("Save").click();
        assertThat(panel()).containsText("Remove one of them, or let any of them be enough");
        field("Remove condition 5").click();
        button("Save").click();
        assertThat(panel()).containsText("(only orders tagged \"vip\" or orders from returning customers)");
    }

    @Test
    void whenItGoesOutIsSaidInOneSentence() {
        page.navigate(app.url + "/plan/delivered");
        button("Edit").click();
        field("Delay").fill("2");
        choose("Unit of the delay", "working days");
        field("Time of day of the delay").fill("10:00");
        choose("Days of the week (blank: every day)", "Saturday", "Tuesday");
        page.getByText("Not on public holidays at the destination").click();
        accessible("delay and window");
        button("Save").click();
        assertThat(panel())
                .containsText("wait 2 working days, until 10:00, then on Tue and Sat, not on public holidays in the"
                        + " customer’s time send “Delivered”");
        JsonNode kept = notice("delivered").path("notice");
        assertThat(kept.path("days").path("count").asInt()).isEqualTo(2);
        assertThat(kept.path("window").path("days").toString()).isEqualTo("[\"tuesday\",\"saturday\"]");
        // What can't be sent is refused where it is entered, and nothing typed is lost.
        button("Edit").click();
        field("Time of day of the delay").fill("25:00");
        browser.complaints.clear();
        button("Save").click();
        assertThat(panel().locator(".wrong")).containsText("Enter a time of day like 10:00");
        assertThat(field("Time of day of the delay")).hasValue("25:00");
        browser.complaints.clear();
    }
}
