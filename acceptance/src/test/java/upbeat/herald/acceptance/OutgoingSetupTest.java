package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import org.junit.jupiter.api.Test;
import upbeat.herald.standins.MessageCentre;
import upbeat.herald.standins.SimulatedWorld;

/** What goes out is set up: a second account, a key that signs mail, and systems that are told what happens. */
class OutgoingSetupTest extends BrowserTestCase {
    private Locator region(String name) {
        return page.getByRole(
                AriaRole.REGION, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static Locator inside(Locator place, String button) {
        return place.getByRole(
                AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(button).setExact(true));
    }

    @Test
    void aSecondAccountIsTriedAddedAndDeleted() {
        try (SimulatedWorld spare = new SimulatedWorld()) {
            spare.start();
            page.navigate(app.url + "/setup/gateways");
            page.getByText("Add another account for SMS").click();
            Locator card = region("Another account for SMS");
            card.getByLabel("Server").fill("127.0.0.1");
            card.getByLabel("Port").fill("" + spare.sms.port());
            card.getByLabel("System ID").fill(MessageCentre.SYSTEM_ID);
            card.getByLabel("Password").fill("wrong");
            card.getByLabel("Name of the account").fill("Spare centre");
            Locator named = region("SMS (Spare centre)");
            inside(card, "Add account").click();
            assertThat(page.getByText("Not saved: the connection doesn't work")).isVisible();
            card.getByLabel("Password").fill(MessageCentre.PASSWORD);
            card.getByLabel("Most per second").fill("20");
            accessible("a second account being entered");
            inside(card, "Add account").click();
            assertThat(named).containsText("entered here");
            assertThat(named.getByLabel("Most per second")).hasValue("20");
            inside(named, "Delete").click();
            page.getByRole(AriaRole.TOOLTIP)
                    .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Delete"))
                    .click();
            assertThat(named).hasCount(0);
        }
    }

    @Test
    void mailIsSignedOnceTheKeyIsPublished() {
        app.world.dns.clear();
        page.navigate(app.url + "/setup/brand");
        Locator card = region("E-mail authentication");
        assertThat(card).containsText("not signed here");
        inside(card, "Make a key").click();
        assertThat(card).containsText("The key isn't published yet");
        assertThat(card).containsText("key made, not in use yet");
        Locator dkim = card.locator(".box").filter(new Locator.FilterOptions().setHasText("DKIM"));
        String name = dkim.locator(".copy").first().innerText();
        String record = dkim.locator(".copy").last().innerText();
        accessible("what DNS says of the sender");
        app.world.dns.add(name, "TXT", "\"" + record.substring(0, 200) + "\" \"" + record.substring(200) + "\"");
        inside(card, "Check DNS").click();
        assertThat(card.locator("h2")).containsText("signed here");
        assertThat(dkim).containsText("in order");
    }

    @Test
    void anotherSystemIsToldAndWhatItRefusesIsSentAgain() {
        page.navigate(app.url + "/setup/events");
        assertThat(page.getByRole(AriaRole.MAIN)).containsText("No other system is told of anything yet");
        button("Add a subscriber").click();
        Locator form = region("New subscriber");
        inside(form, "Save").click();
        assertThat(form.getByRole(AriaRole.ALERT).first()).containsText("Enter a name");
        form.getByLabel("Name").fill("Warehouse");
        form.getByLabel("Address").fill(app.world.storefront.receiver.url());
        inside(form, "Save").click();
        Locator card = region("Warehouse");
        assertThat(card).containsText("up to date");
        inside(card, "Send a test event").click();
        assertThat(card.getByRole(AriaRole.STATUS)).containsText("taken");

        app.world.storefront.receiver.answerNext(410, "Not this one");
        String number = app.order("prepaid", "events@customer.example", null, "{\"email\":true}");
        app.parcel(number, "hopgate", "HOP 7300 0000 9");
        app.scan("hopgate", "HOP 7300 0000 9", "20", app.now());
        await().until(() -> app.world.storefront.receiver.calls().stream()
                        .filter(c -> c.body().contains(number))
                        .count()
                >= 3);
        page.reload();
        assertThat(card.locator("tbody")).containsText("upbeat.herald.stage.reached");
        Locator refused = card.locator("tr").filter(new Locator.FilterOptions().setHasText("410"));
        assertThat(refused).containsText("Not this one");
        accessible("who is told of what");
        inside(refused, "Send again").click();
        assertThat(card.locator("tr").filter(new Locator.FilterOptions().setHasText("410")))
                .hasCount(0);
        inside(card, "Pause").click();
        assertThat(card.locator("h2")).containsText("paused");
    }
}
