package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import upbeat.herald.server.RunningApp;

/** A team at work on the same things, and what is done once for a customer or for a file. */
class SharedWorkTest extends BrowserTestCase {
    private Locator dialog() {
        return page.getByRole(AriaRole.DIALOG);
    }

    private Locator radio(String name) {
        return dialog().getByRole(AriaRole.RADIO, new Locator.GetByRoleOptions().setName(name));
    }

    /** Somebody else's save, from another browser. */
    private void colleagueSaves(String path, ObjectNode body) {
        RunningApp.Answer answer = app.signedIn().call("PUT", path, body.toString());
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
    }

    private ObjectNode carrier(String key) {
        JsonNode lines = app.signedIn().call("GET", "/ui/carriers", null).json().path("carriers");
        return (ObjectNode) lines.valueStream()
                .map(l -> l.path("carrier"))
                .filter(c -> c.path("key").asString().equals(key))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whoSavesSecondSeesBothChangesAndChooses() {
        page.navigate(app.url + "/setup/carriers/sandkettle");
        Locator name = page.locator("#c-name");
        assertThat(name).hasValue("Sandkettle Parcels");
        name.fill("Sandkettle Couriers");
        colleagueSaves(
                "/ui/carriers/sandkettle",
                carrier("sandkettle").put("name", "Sandkettle Express").put("zone", "Europe/Berlin"));
        button("Save").click();
        assertThat(dialog()).containsText("Somebody else changed this while you were editing");
        assertThat(radio("Name: yours")).isChecked();
        assertThat(radio("Time zone: saved now")).isChecked();
        accessible("two changes beside each other");
        button("Keep editing").click();
        assertThat(name).hasValue("Sandkettle Couriers");
        button("Save").click();
        button("Save what is chosen").click();
        assertThat(dialog()).isHidden();
        assertThat(page.locator("table")).containsText("Sandkettle Couriers");
        assertThat(carrier("sandkettle").path("zone").asString())
                .as("the colleague's change stays")
                .isEqualTo("Europe/Berlin");
        assertThat(carrier("sandkettle").path("name").asString()).isEqualTo("Sandkettle Couriers");
    }

    @Test
    void aTextIsNotWrittenOverSilentlyEither() {
        page.navigate(app.url + "/wording/delivered/sms");
        Locator text = page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Text"));
        text.click();
        page.keyboard().press("Control+End");
        page.keyboard().type(" Mine.");
        ObjectNode own = (ObjectNode) app.signedIn()
                .call("GET", "/ui/wording/delivered/sms", null)
                .json()
                .path("own");
        colleagueSaves("/ui/wording/delivered/sms", own.put("text", "Theirs is here."));
        page.keyboard().press("Control+Enter");
        assertThat(dialog()).containsText("Theirs is here.");
        assertThat(dialog()).containsText("Mine.");
        radio("Text: saved now").check();
        button("Save what is chosen").click();
        assertThat(dialog()).isHidden();
        assertThat(text).containsText("Theirs is here.");
    }

    @Test
    void whatWasTypedIsThereAgainAndEscapeClosesTheInnermostThing() {
        page.navigate(app.url + "/plan/on-its-way");
        button("Edit").click();
        Locator panel = page.locator("aside.panel");
        Locator name = panel.getByLabel("Name", new Locator.GetByLabelOptions().setExact(true));
        name.fill("Off it goes");
        assertThat(panel).containsText("not saved");
        panel.getByLabel("Sent when").click();
        page.keyboard().press("Escape");
        assertThat(name).hasValue("Off it goes");
        name.press("Escape");
        assertThat(panel).containsText("Choose a notice");
        page.getByText("On its way").first().click();
        assertThat(name).hasValue("Off it goes");
        assertThat(panel).containsText("not saved");
        button("Cancel").click();
        assertThat(panel).not().containsText("not saved");
        assertThat(panel).containsText("On its way");
    }

    @Test
    void aCustomerIsErasedAndStaysSilent() {
        String number = app.order("prepaid", "erase.ui@customer.example", "+46701740681", "{}");
        String other = app.order("prepaid", "erase.ui@customer.example", null, "{}");
        page.navigate(app.url + "/orders/kites/" + number);
        button("Erase customer data").click();
        assertThat(dialog()).containsText(number);
        assertThat(dialog()).containsText(other);
        accessible("erasing a customer");
        dialog().getByRole(AriaRole.CHECKBOX, new Locator.GetByRoleOptions().setName(other))
                .uncheck();
        button("Erase in 1 order").click();
        assertThat(page.locator("aside.panel")).containsText("The customer's data was erased by coordinator");
        assertThat(page.locator("aside.panel")).not().containsText("erase.ui@customer.example");
        assertThat(button("Erase customer data")).isHidden();

        page.navigate(app.url + "/setup/stop-list");
        page.getByLabel("Address", new Page.GetByLabelOptions().setExact(true)).fill("Erase.UI@customer.example");
        button("Look up").click();
        assertThat(page.getByRole(AriaRole.STATUS)).containsText("customer data erased");
        accessible("the stop list");
        button("Take off the list").click();
        assertThat(page.getByRole(AriaRole.STATUS)).containsText("not on the list");
        page.getByLabel("Address", new Page.GetByLabelOptions().setExact(true)).fill("nonsense");
        button("Look up").click();
        assertThat(page.locator(".wrong")).containsText("isn't an e-mail address");
    }

    @Test
    void anExportIsSavedWhenItIsWhole() throws IOException {
        app.order("prepaid", "export.ui@customer.example", null, "{}");
        page.navigate(app.url + "/orders");
        button("Export").click();
        Download file =
                page.waitForDownload(() -> page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("CSV"))
                        .click());
        assertThat(file.suggestedFilename()).isEqualTo("orders.csv");
        assertThat(Files.readString(file.path())).contains("export.ui@customer.example");
        assertThat(button("Export")).isVisible();
        assertThat(app.bare("GET", "/ui/orders-export.csv", null, Map.of()).status())
                .isEqualTo(401);
    }
}
