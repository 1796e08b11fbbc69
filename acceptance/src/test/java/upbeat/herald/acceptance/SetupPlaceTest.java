package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Setup as a coordinator goes through it: a shop, a carrier, a code nobody knew, a feed; and orders by hand. */
class SetupPlaceTest extends BrowserTestCase {
    private Locator panel() {
        return page.locator("aside.panel");
    }

    @Test
    void aShopIsListenedToPointedAtAndUsed() {
        page.navigate(app.url + "/setup/shops");
        button("Add shop").click();
        page.getByLabel("Short name for other systems").fill("attic");
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("The Attic");
        page.getByRole(AriaRole.DIALOG)
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Add shop"))
                .click();
        page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("The Attic"))
                .waitFor();
        page.getByText("show").nth(1).click();
        String secret = page.locator("dd .copy").nth(1).textContent();
        String address = page.locator("dd.copy").first().textContent().replaceFirst("https?://[^/]+", app.url);
        String body =
                "{\"ref\":\"AT-1\",\"who\":{\"contact\":\"at1@customer.example\"},\"things\":[{\"what\":\"Box kite\",\"many\":2},{\"what\":\"Tail\",\"many\":1}],\"state\":\"boxed\"}";
        assertThat(app.bare("POST", address, body, Map.of("X-Shop-Secret", secret))
                        .status())
                .isEqualTo(202);
        Locator sample = page.getByRole(
                AriaRole.GROUP, new Page.GetByRoleOptions().setName("Request").setExact(true));
        assertThat(sample).containsText("AT-1");
        point("Order number", sample, "AT-1");
        point("Customer e-mail", sample, "at1@customer.example");
        point("Item: name", sample, "Box kite");
        point("Item: quantity", sample, "2");
        point("Status word", sample, "boxed");
        accessible("a shop's mapping");
        panel().getByText("Stages", new Locator.GetByTextOptions().setExact(true))
                .click();
        panel().getByLabel("Stage of boxed").click();
        page.getByTitle("Ordered").last().click();
        panel().getByText("Result", new Locator.GetByTextOptions().setExact(true))
                .click();
        assertThat(panel().locator("pre")).containsText("\"name\": \"Tail\"");
        button("Use this mapping").click();
        assertThat(page.locator(".calls")).containsText("AT-1");
        page.navigate(app.url + "/orders/attic/AT-1");
        assertThat(panel()).containsText("at1@customer.example");
        assertThat(panel()).containsText("by the shop");
    }

    private void point(String target, Locator sample, String value) {
        panel().locator("li")
                .filter(new Locator.FilterOptions()
                        .setHas(page.getByText(target, new Page.GetByTextOptions().setExact(true))))
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Choose"))
                .click();
        sample.getByRole(
                        AriaRole.BUTTON,
                        new Locator.GetByRoleOptions().setName(value).setExact(true))
                .click();
        assertThat(sample.locator(".chip", new Locator.LocatorOptions().setHasText(target))
                        .first())
                .isVisible();
    }

    @Test
    void aCarrierIsAddedAndItsUnknownCodeGivenAMeaning() {
        page.navigate(app.url + "/setup/carriers");
        assertThat(page.locator("table tr")).hasCount(29);
        accessible("the carriers");
        page.getByLabel("Search carriers").fill("heron");
        assertThat(page.locator("table tbody tr")).hasCount(1);
        page.getByLabel("Heron Lines in use").click();
        assertThat(page.getByLabel("Heron Lines in use")).isChecked();
        page.getByLabel("Search carriers").fill("");
        button("Add carrier").click();
        panel().getByLabel("Short name").fill("tern-boats");
        panel().getByLabel("Name", new Locator.GetByLabelOptions().setExact(true))
                .fill("Tern Boats");
        panel().getByLabel("Address of the tracking page").fill("https://tern.example/{number}");
        button("Save").click();
        assertThat(panel()).containsText("{number} isn't available");
        panel().getByLabel("Address of the tracking page").fill("https://tern.example/{trackingNumber}");
        button("Add format").click();
        panel().getByLabel("Format 1 name").fill("boat");
        panel().getByLabel("Format 1 pattern").fill("TB[0-9]{6}");
        accessible("a carrier being made");
        page.keyboard().press("Control+Enter");
        button("Make default").waitFor();
        assertThat(page.locator("table")).containsText("Tern Boats");
        panel().getByLabel("Test a number").fill("TB 123-456");
        assertThat(panel()).containsText("Tern Boats, boat");

        String number = app.order("prepaid", null, null, "{}");
        app.parcel(number, "tern-boats", "TB 123-456");
        app.scan("tern-boats", "TB 123-456", "AHOY", app.now().minusSeconds(60));
        page.navigate(app.url + "/setup/unmapped-codes");
        button("AHOY").click();
        panel().getByLabel("Treat as").click();
        page.getByTitle("Dispatched").last().click();
        assertThat(panel()).containsText("packed → dispatched");
        accessible("an unread code");
        button("Save").click();
        assertThat(page.getByRole(AriaRole.MAIN)).containsText("All codes are mapped");
        assertThat(app.read(number).path("stage").asString()).isEqualTo("dispatched");
    }

    @Test
    void aFeedIsAskedAndItsRunSaysWhatEndedIt() {
        app.world.storefront.feed("ui.csv", "order,name\nUI-FEED-1,Ann\n");
        page.navigate(app.url + "/setup/feeds");
        button("Add feed").click();
        panel().getByLabel("Name").fill("Morning orders");
        panel().getByLabel("Address", new Locator.GetByLabelOptions().setExact(true))
                .last()
                .fill("http://192.168.0.1/x");
        button("Save").click();
        assertThat(panel()).containsText("inside this network");
        panel().getByLabel("Address", new Locator.GetByLabelOptions().setExact(true))
                .last()
                .fill("http://" + app.world.settings().get("herald.feeds.allowed") + "/feed/ui.csv");
        button("Save").click();
        assertThat(page.getByRole(AriaRole.MAIN)).containsText("new file found");
        assertThat(page.getByRole(AriaRole.MAIN)).containsText("1 new");
        accessible("the feeds");
    }

    @Test
    void theBrandIsSetAndItsSenderVerified() {
        page.navigate(app.url + "/setup/brand");
        page.getByText("hello@quillfeather.example can send e-mails").waitFor();
        accessible("the brand");
        page.getByLabel("Brand name").fill("Upper Kites");
        page.getByLabel("Sender address of e-mails").fill("upper@quillfeather.example");
        button("Add link").click();
        page.getByLabel("Label of link 1").fill("Returns");
        page.getByLabel("Address of link 1").fill("https://quillfeather.example/returns");
        assertThat(page.frameLocator("iframe").getByText("Upper Kites").first()).isVisible();
        assertThat(page.frameLocator("iframe").getByText("Returns")).isVisible();
        button("Save").click();
        button("Send code").click();
        org.awaitility.Awaitility.await()
                .until(() -> !app.world.mailbox.to("upper@quillfeather.example").isEmpty());
        page.getByLabel("Code", new Page.GetByLabelOptions().setExact(true))
                .fill(app.world
                        .mailbox
                        .to("upper@quillfeather.example")
                        .get(0)
                        .subject()
                        .replaceAll("\\D", ""));
        button("Confirm code").click();
        page.getByText("upper@quillfeather.example can send e-mails").waitFor();
    }

    @Test
    void aPreviewThatChangesWithEveryLetterIsDrawn() {
        page.navigate(app.url + "/setup/brand");
        Locator name = page.getByLabel("Brand name");
        for (int i = 1; i <= 5; i++) {
            name.fill("");
            name.pressSequentially("Kites " + i, new Locator.PressSequentiallyOptions().setDelay(15));
            assertThat(page.frameLocator("iframe").getByText("Kites " + i).first())
                    .isVisible();
        }
        button("Discard changes").click();
    }

    @Test
    void aTrackingNumberByHandAndManyOrdersAtOnce() {
        String first = app.order("prepaid", null, null, "{}");
        String second = app.order("prepaid", null, null, "{}");
        page.navigate(app.url + "/orders/kites/" + first);
        button("Add tracking").click();
        panel().getByLabel("Tracking number").fill("HOP 0041 7738 3");
        assertThat(panel()).containsText("check digit should be 2");
        panel().getByLabel("Tracking number").fill("HOP 0041 7738 2");
        assertThat(panel()).containsText("Carrier, from the number");
        accessible("a tracking number by hand");
        button("Save").click();
        assertThat(panel().locator(".parcel").first()).containsText("Hopgate Couriers");
        app.parcel(second, "skerry-post", "RX473124829XS");
        page.navigate(app.url + "/orders");
        page.getByLabel("Select " + first).check();
        page.getByLabel("Select " + second).check();
        assertThat(panel()).containsText("2 orders selected");
        accessible("selected orders");
        button("Mark").click();
        assertThat(page.locator(".ant-message")).containsText("2 orders marked as dispatched");
        button("Undo").last().click();
        assertThat(page.locator(".ant-message")).containsText("Undone");
        assertThat(app.read(first).path("stage").asString()).isEqualTo("packed");

        button("Add filter").click();
        page.locator(".ant-popover").getByLabel("Carrier").click();
        page.getByTitle("Hopgate Couriers").last().click();
        assertThat(page).hasURL(java.util.regex.Pattern.compile("carrier=hopgate"));
        page.getByLabel("Name of the new view").fill("By Hopgate");
        button("Save view").click();
        assertThat(button("By Hopgate")).isVisible();
        page.keyboard().press("Escape");
        button("All orders").click();
        button("Narrow rows").click();
        assertThat(page.getByRole(AriaRole.LISTBOX)).isVisible();
        accessible("Narrow rows");
        assertThat(page.locator(".dense .orow[data-order]").first().boundingBox().height)
                .as("40 rows at 1280x800")
                .isLessThanOrEqualTo(16.2);
        assertThat((800 - page.locator(".rows").boundingBox().y) / 16).isGreaterThanOrEqualTo(40);
        button("Wide rows").click();
    }
}
