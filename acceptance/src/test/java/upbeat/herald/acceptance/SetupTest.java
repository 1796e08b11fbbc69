package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Setup as a coordinator goes through it: a shop, a carrier, a code nobody knew, a feed; and orders by hand. */
class SetupTest extends InBrowser {
    private Locator panel() {
        return page.locator("aside.panel");
    }

    @Test
    void aShopIsListenedToPointedAtAndUsed() {
        page.navigate(app.url + "/setup/shops");
        button("Add a shop").click();
        page.getByLabel("Short name, as other systems will use it").fill("attic");
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("The Attic");
        button("Add it").click();
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
        Locator sample = page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("The sample"));
        assertThat(sample).containsText("AT-1");
        point("Order number", sample, "AT-1");
        point("Customer's e-mail", sample, "at1@customer.example");
        point("Item: name", sample, "Box kite");
        point("Item: quantity", sample, "2");
        point("Status word", sample, "boxed");
        accessible("a shop's mapping");
        panel().getByText("Stages", new Locator.GetByTextOptions().setExact(true))
                .click();
        panel().getByLabel("Stage of boxed").click();
        page.getByTitle("Ordered").last().click();
        panel().getByText("The order", new Locator.GetByTextOptions().setExact(true))
                .click();
        assertThat(panel().locator("pre")).containsText("\"name\": \"Tail\"");
        button("Use it").click();
        assertThat(page.locator(".calls")).containsText("AT-1");
        page.navigate(app.url + "/orders/attic/AT-1");
        assertThat(panel()).containsText("at1@customer.example");
        assertThat(panel()).containsText("by its shop's call");
    }

    private void point(String target, Locator sample, String value) {
        panel().locator("li")
                .filter(new Locator.FilterOptions()
                        .setHas(page.getByText(target, new Page.GetByTextOptions().setExact(true))))
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Point"))
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
        button("Add a carrier").click();
        panel().getByLabel("Short name").fill("tern-boats");
        panel().getByLabel("Name", new Locator.GetByLabelOptions().setExact(true))
                .fill("Tern Boats");
        panel().getByLabel("Address of its tracking page").fill("https://tern.example/{number}");
        button("Save").click();
        assertThat(panel()).containsText("{number} is not known here");
        panel().getByLabel("Address of its tracking page").fill("https://tern.example/{trackingNumber}");
        button("Add a format").click();
        panel().getByLabel("Format 1 name").fill("boat");
        panel().getByLabel("Format 1 pattern").fill("TB[0-9]{6}");
        accessible("a carrier being made");
        page.keyboard().press("Control+Enter");
        button("Make it the default").waitFor();
        assertThat(page.locator("table")).containsText("Tern Boats");
        panel().getByLabel("Try a number").fill("TB 123-456");
        assertThat(panel()).containsText("Tern Boats, boat");

        String number = app.order("prepaid", null, null, "{}");
        app.parcel(number, "tern-boats", "TB 123-456");
        app.scan("tern-boats", "TB 123-456", "AHOY", app.now().minusSeconds(60));
        page.navigate(app.url + "/setup/unread");
        button("AHOY").click();
        panel().getByLabel("It means the parcel is").click();
        page.getByTitle("Dispatched").last().click();
        assertThat(panel()).containsText("packed → dispatched");
        accessible("an unread code");
        button("That is what it means").click();
        assertThat(page.getByRole(AriaRole.MAIN)).containsText("Every code is read");
        assertThat(app.read(number).path("stage").asString()).isEqualTo("dispatched");
    }

    @Test
    void aFeedIsAskedAndItsRunSaysWhatEndedIt() {
        app.world.storefront.feed("ui.csv", "order,name\nUI-FEED-1,Ann\n");
        page.navigate(app.url + "/setup/feeds");
        button("Add a feed").click();
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
        assertThat(page.getByRole(AriaRole.MAIN)).containsText("what it waited for came");
        assertThat(page.getByRole(AriaRole.MAIN)).containsText("1 new");
        accessible("the feeds");
    }

    @Test
    void theBrandIsSetAndItsSenderProven() {
        page.navigate(app.url + "/setup/brand");
        page.getByText("hello@quillfeather.example answered").waitFor();
        accessible("the brand");
        page.getByLabel("Name, as customers know it").fill("Upper Kites");
        page.getByLabel("Sender’s address of every e-mail").fill("upper@quillfeather.example");
        button("Add a link").click();
        page.getByLabel("Link 1 says").fill("Returns");
        page.getByLabel("Link 1 leads to").fill("https://quillfeather.example/returns");
        assertThat(page.frameLocator("iframe").getByText("Upper Kites").first()).isVisible();
        assertThat(page.frameLocator("iframe").getByText("Returns")).isVisible();
        button("Save").click();
        button("Send the code").click();
        org.awaitility.Awaitility.await()
                .until(() -> !app.world.mailbox.to("upper@quillfeather.example").isEmpty());
        page.getByLabel("The code")
                .fill(app.world
                        .mailbox
                        .to("upper@quillfeather.example")
                        .get(0)
                        .subject()
                        .replaceAll("\\D", ""));
        button("It says this").click();
        page.getByText("upper@quillfeather.example answered").waitFor();
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
        assertThat(panel()).containsText("Carrier, by the number");
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
        assertThat(page.locator(".ant-message")).containsText("2 orders marked dispatched");
        button("Undo").last().click();
        assertThat(page.locator(".ant-message")).containsText("Taken back");
        assertThat(app.read(first).path("stage").asString()).isEqualTo("packed");

        button("+ filter").click();
        page.locator(".ant-popover").getByLabel("Carrier").click();
        page.getByTitle("Hopgate Couriers").last().click();
        assertThat(page).hasURL(java.util.regex.Pattern.compile("carrier=hopgate"));
        page.getByLabel("Keep these as a view").fill("By Hopgate");
        button("Keep").click();
        assertThat(button("By Hopgate")).isVisible();
        page.keyboard().press("Escape");
        button("All orders").click();
        button("narrow rows").click();
        assertThat(page.getByRole(AriaRole.LISTBOX)).isVisible();
        accessible("narrow rows");
        assertThat(page.locator(".dense .orow").first().boundingBox().height)
                .as("40 rows at 1280x800")
                .isLessThanOrEqualTo(16.2);
        assertThat((800 - page.locator(".rows").boundingBox().y) / 16).isGreaterThanOrEqualTo(40);
        button("wide rows").click();
    }
}
