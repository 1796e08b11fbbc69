package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import org.junit.jupiter.api.Test;

/** Somebody stops everything from wherever they are, sees what waits, and lets it go. */
class StopSendingTest extends BrowserTestCase {
    private Locator stopped() {
        return page.getByLabel("Stopped");
    }

    private void confirm(String label) {
        page.locator(".ant-popconfirm button", new Page.LocatorOptions().setHasText(label))
                .last()
                .click();
    }

    @Test
    void everythingStopsWhereverOneIs() {
        page.navigate(app.url + "/wording");
        button("Stop sending").click();
        confirm("Stop sending");
        assertThat(stopped()).containsText("All sending was stopped by coordinator");
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Stop sending")))
                .hasCount(0);
        accessible("a place while everything is stopped");
        String number = app.order("prepaid", "patient@customer.example", null, "{\"email\":true}");
        app.parcel(number, "hopgate", "HOP 0041 7738 2");
        app.scan("hopgate", "HOP 0041 7738 2", "20", app.now());
        page.navigate(app.url + "/setup/gateways");
        assertThat(stopped()).containsText("1 message held, for example for " + number);
        button("Resume and send 1").click();
        assertThat(stopped()).hasCount(0);
        await().until(() -> !app.world.mailbox.to("patient@customer.example").isEmpty());
    }

    @Test
    void aChannelStopsInSetupAndWhatWaitsIsDropped() {
        page.navigate(app.url + "/setup/gateways");
        button("Stop sending by E-mail").click();
        assertThat(stopped()).containsText("Sending by E-mail was stopped by coordinator");
        String number = app.order("prepaid", "dropped@customer.example", null, "{\"email\":true}");
        app.parcel(number, "hopgate", "HOP 0041 7739 9");
        app.scan("hopgate", "HOP 0041 7739 9", "20", app.now());
        page.reload();
        assertThat(stopped()).containsText("1 message held");
        stopped()
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Drop"))
                .click();
        confirm("Drop");
        assertThat(stopped()).hasCount(0);
        page.navigate(app.url + "/orders/kites/" + number);
        assertThat(page.locator("aside.panel")).containsText("Dropped by coordinator");
        page.navigate(app.url + "/setup/gateways");
        page.getByLabel("Limit: messages in ten minutes").fill("800");
        page.getByLabel("Flood guard")
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Save"))
                .click();
        assertThat(page.locator(".ant-message")).containsText("Saved");
        page.reload();
        assertThat(page.getByLabel("Limit: messages in ten minutes")).hasValue("800");
        page.getByLabel("Messages per customer and day").fill("3");
        page.getByLabel("Daily limit")
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Save"))
                .click();
        assertThat(page.locator(".ant-message")).containsText("Saved");
        page.reload();
        assertThat(page.getByLabel("Messages per customer and day")).hasValue("3");
        accessible("the gateways with the flood guard");
    }
}
