package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Mouse;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.KeyboardModifier;
import java.util.List;
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

    @Test
    void aPartOfTheSentenceIsChangedWhereItStands() {
        page.navigate(app.url + "/plan/on-its-way");
        button("at once").click();
        field("Delay").fill("30");
        assertThat(panel()).containsText("wait 30 minutes, then");
        assertThat(panel()).containsText("not saved");
        accessible("a part of the sentence");
        page.keyboard().press("Escape");
        assertThat(field("Delay")).hasCount(0);
        assertThat(panel()).containsText("wait 30 minutes, then");
        button("E-mail, or else SMS").click();
        button("Move SMS. Alt and the arrows move it too").press("Alt+ArrowUp");
        assertThat(button("SMS, or else E-mail")).isVisible();
        // What is refused opens where it can be mended, and keeps what was typed.
        button("“On its way”").click();
        field("Name").fill(" ");
        browser.complaints.clear();
        button("Save").click();
        assertThat(panel().locator(".wrong")).containsText("Enter a name");
        field("Name").fill("Gone");
        button("Save").click();
        assertThat(panel().locator("h2")).containsText("Gone");
        JsonNode saved = notice("on-its-way").path("notice");
        assertThat(saved.path("after").asString()).isEqualTo("PT30M");
        assertThat(saved.path("channels").toString()).isEqualTo("[\"sms\",\"email\"]");
        button("Undo").click();
        assertThat(button("at once")).isVisible();
        browser.complaints.clear();
    }

    private Locator pennant(String name, String channel) {
        return page.getByLabel(channel, new Page.GetByLabelOptions().setExact(true))
                .locator(".pennant", new Locator.LocatorOptions().setHasText(name));
    }

    @Test
    void pennantsAreMovedByDragAndByKeyboard() {
        app.signedIn().call("POST", "/ui/plan/notices", """
                {"name":"Wanders","stage":"packed","after":"PT0S","channels":["email"],"rule":"first-that-works",
                "per":"parcel","ageLimit":"PT48H","state":"draft","buttons":[],
                "audience":{"match":"all","conditions":[],"groups":[]}}""");
        page.navigate(app.url + "/plan");
        BoundingBox from = pennant("Wanders", "E-mail").boundingBox();
        BoundingBox to = pennant("Delivered", "E-mail").boundingBox();
        page.mouse().move(from.x + 30, from.y + 20);
        page.mouse().down();
        page.mouse().move(from.x + 60, from.y + 20);
        page.mouse().move(to.x + to.width / 2, to.y + 30, new Mouse.MoveOptions().setSteps(8));
        assertThat(page.locator("[data-spot='delivered/email'].over")).hasCount(1);
        page.mouse().up();
        assertThat(page.locator(".ant-message")).containsText("“Wanders” moved to Delivered");
        assertThat(notice("wanders").path("notice").path("stage").asString()).isEqualTo("delivered");
        assertThat(page.locator("aside.panel h2")).containsText("Choose a notice");
        pennant("Wanders", "E-mail").getByRole(AriaRole.BUTTON).press("Alt+ArrowLeft");
        assertThat(page.locator(".ant-message")).containsText("“Wanders” moved to Out for delivery");
        pennant("Wanders", "E-mail").getByRole(AriaRole.BUTTON).press("Alt+ArrowDown");
        assertThat(pennant("Wanders", "SMS")).isVisible();
        page.locator(".ant-message")
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Undo"))
                .last()
                .click();
        assertThat(pennant("Wanders", "SMS")).hasCount(0);
        // What is live is moved only after a question.
        pennant("Delivered", "E-mail").getByRole(AriaRole.BUTTON).press("Alt+ArrowLeft");
        assertThat(page.getByRole(AriaRole.DIALOG)).containsText("It’s live");
        button("Leave it").click();
        assertThat(notice("delivered").path("notice").path("stage").asString()).isEqualTo("delivered");
        app.signedIn().call("DELETE", "/ui/plan/notices/wanders", null);
    }

    @Test
    void severalNoticesArePausedTogetherAndTakenBackTogether() {
        page.navigate(app.url + "/plan");
        assertThat(page.getByRole(AriaRole.BANNER)).containsText("5 live");
        pennant("In transit", "E-mail").click(new Locator.ClickOptions().setModifiers(List.of(KeyboardModifier.SHIFT)));
        pennant("Delivered", "E-mail").getByRole(AriaRole.BUTTON).press("Shift+Enter");
        Locator chosen = page.getByLabel("Selected notices");
        assertThat(chosen).containsText("2 notices selected");
        accessible("several notices selected");
        button("Pause 2 notices").click();
        assertThat(page.getByRole(AriaRole.BANNER)).containsText("3 live, 2 paused");
        button("Undo").click();
        assertThat(page.getByRole(AriaRole.BANNER)).containsText("5 live");
        page.keyboard().press("Escape");
        assertThat(chosen).hasCount(0);
    }

    @Test
    void aNoticeIsAddedBesideTheLineOverAChannel() {
        page.navigate(app.url + "/plan");
        button("Add a notice: Delayed").click();
        page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("SMS"))
                .click();
        assertThat(page.locator("aside.panel")).containsText("1. SMS");
        button("Cancel").click();
    }
}
