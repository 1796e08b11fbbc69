package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.RunningApp;

/** The interface as a coordinator drives it. */
class WholeStoryTest extends BrowserTestCase {
    @BeforeAll
    void linkTheTestBench() {
        app.bare(
                "POST",
                app.world.settings().get("herald.bench.url") + "/app",
                "{\"url\":\"" + app.url + "\",\"key\":\"" + RunningApp.KEY + "\"}",
                java.util.Map.of());
    }

    @Test
    void fromTheOrderToTheAnswerOnTheOrder() {
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Test bench"))
                .click();
        button("Place an order").click();
        Locator placed = page.locator("a[href^='/orders/kites/TB-']");
        placed.waitFor();
        String number = placed.textContent();
        button("+15 min").click();
        Locator phone = page.getByRole(AriaRole.LOG);
        assertThat(phone).containsText("Is this order yours?");
        accessible("the test bench");
        phone.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Yes, pack it"))
                .click();
        button("Dispatched").click();
        Locator mailbox = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Mailbox"));
        assertThat(mailbox).containsText(number + " is on its way");
        assertThat(mailbox).containsText("https://track.skerry-post.example/RX");
        button("In transit").click();
        button("+1 h").click();
        assertThat(phone).containsText("is in transit with Skerry Post");
        button("Out for delivery").click();
        assertThat(phone).containsText("arrives today");
        button("Unmapped code Q7").click();
        button("Delivered").click();
        assertThat(mailbox).containsText(number + " was delivered");

        placed.click();
        Locator panel = page.getByRole(AriaRole.COMPLEMENTARY);
        assertThat(panel).containsText("“Yes, pack it”");
        assertThat(panel).containsText("Is it yours?, by WhatsApp");
        assertThat(panel).containsText("On its way, by e-mail");
        assertThat(panel).containsText("In transit, by WhatsApp");
        assertThat(panel).containsText("Arriving today, by SMS");
        assertThat(panel).containsText("Delivered, by e-mail");
        assertThat(panel).containsText("Unmapped code Q7");
        assertThat(panel).containsText("confirmed");
        accessible("an order's story");
        panel.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("On its way, by e-mail"))
                .click();
        assertThat(panel).containsText("Taken by the gateway");
        assertThat(panel.locator("iframe")).hasCount(1);
        panel.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Back to timeline"))
                .click();
        panel.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Upcoming and skipped messages"))
                .click();
        assertThat(panel).containsText("sent");

        page.keyboard().press("Escape");
        page.getByLabel("Find an order").fill("no such thing");
        page.keyboard().press("Enter");
        assertThat(page.getByRole(AriaRole.MAIN)).containsText("No orders match “no such thing”");
        page.getByLabel("Find an order").fill("ottoline");
        page.keyboard().press("Enter");
        assertThat(page.locator("[data-order='" + number + "']")).isVisible();
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("^1\\s*Delivered$")))
                .click();
        assertThat(page).hasURL(java.util.regex.Pattern.compile("stage=delivered"));
        assertThat(page.locator("[data-order='" + number + "']")).isVisible();
    }

    @Test
    void aNoticeIsChangedPausedAndBroughtBack() {
        page.navigate(app.url + "/plan");
        Locator pennants = page.locator(".pennant", new Page.LocatorOptions().setHasText("On its way"));
        pennants.first().locator("button").click();
        Locator panel = page.getByRole(AriaRole.COMPLEMENTARY);
        assertThat(panel).containsText("When a parcel is dispatched");
        accessible("the plan");
        button("Edit").click();
        panel.getByLabel("Name", new Locator.GetByLabelOptions().setExact(true)).fill("");
        button("Save").click();
        assertThat(panel).containsText("Enter a name of 1 to 60 characters");
        panel.getByLabel("Name", new Locator.GetByLabelOptions().setExact(true)).fill("On its way");
        panel.getByLabel("Delay", new Locator.GetByLabelOptions().setExact(true))
                .fill("10");
        accessible("a notice being changed");
        page.keyboard().press("Control+Enter");
        assertThat(panel).containsText("wait 10 minutes");
        button("Pause").click();
        assertThat(panel.locator(".mark", new Locator.LocatorOptions().setHasText("paused")))
                .isVisible();
        button("Undo").last().click();
        assertThat(panel.locator(".mark", new Locator.LocatorOptions().setHasText("live")))
                .isVisible();

        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Add a notice: Packed, SMS"))
                .click();
        panel.getByLabel("Name", new Locator.GetByLabelOptions().setExact(true)).fill("Packed for you");
        assertThat(panel.locator(".phoneview .note")).containsText("is packed and ready for");
        button("Save").click();
        assertThat(page.locator(".pennant", new Page.LocatorOptions().setHasText("Packed for you")))
                .hasCount(1);
        page.locator(".pennant", new Page.LocatorOptions().setHasText("Packed for you"))
                .locator("button")
                .click();
        button("Delete").click();
        page.getByRole(AriaRole.TOOLTIP)
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Delete"))
                .click();
        assertThat(page.locator(".pennant", new Page.LocatorOptions().setHasText("Packed for you")))
                .hasCount(0);
    }

    @Test
    void aSheetIsLoadedInTwoSteps() {
        page.navigate(app.url + "/orders");
        button("Import a file").first().click(); // the first steps of an empty list offer it too
        Locator panel = page.getByRole(AriaRole.COMPLEMENTARY);
        byte[] sheet =
                "order number;name;e-mail;carrier;tracking number;status\nW-1;Zoë Quill;zoe@customer.example;Hopgate Couriers;HOP 0001 0002 3;dispatched\nW-2;Nobody;not an address;;;\n"
                        .getBytes(StandardCharsets.UTF_8);
        panel.getByLabel("File to import").setInputFiles(new FilePayload("orders.csv", "text/csv", sheet));
        assertThat(panel).containsText("1 new, 0 changed, 0 unchanged, 1 refused; 1 message would be sent");
        assertThat(panel).containsText("\"not an address\" isn't an e-mail address");
        accessible("a sheet's rehearsal");
        button("Import 1 row").click();
        assertThat(panel).containsText("1 message planned");
        assertThat(page.locator("[data-order='W-1']")).isVisible();
    }

    @Test
    void keysLeadThroughThePlaces() {
        page.navigate(app.url + "/orders");
        page.locator(".route").waitFor();
        page.keyboard().press("g");
        page.keyboard().press("p");
        assertThat(page).hasURL(app.url + "/plan");
        page.keyboard().press("?");
        assertThat(page.getByRole(AriaRole.DIALOG)).containsText("Find an order");
        page.keyboard().press("Escape");
        page.keyboard().press("g");
        page.keyboard().press("o");
        page.locator(".route h1").waitFor();
        page.keyboard().press("/");
        assertThat(page.getByLabel("Find an order")).isFocused();
    }
}
