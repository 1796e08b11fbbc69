package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The night's messages in the morning: found, understood, put right and sent again. */
class MessagesBrowserTest extends BrowserTestCase {
    /** The stand-in's mail server has no mailbox that begins like this. */
    private static final String NO_MAILBOX = "bounce.";

    private Locator panel() {
        return page.locator("aside.panel");
    }

    private Locator rows() {
        return page.locator("table.messages tbody tr");
    }

    private Locator pill(String label) {
        return page.locator("button.pill").filter(new Locator.FilterOptions().setHasText(label));
    }

    private String dispatched(String email, String phone, String trackingNumber, String status) {
        String number = app.order("prepaid", email, phone, "{\"email\":true,\"sms\":true,\"whatsapp\":true}");
        app.parcel(number, "hopgate", trackingNumber);
        app.scan("hopgate", trackingNumber, "20", app.now());
        await().until(() -> app.messages(number, "on-its-way").stream()
                .anyMatch(m -> m.path("status").asString().equals(status)));
        return number;
    }

    @Test
    void whatFailedInTheNightIsPutRightInTheMorning() throws Exception {
        String failed = dispatched(NO_MAILBOX + "morning@customer.example", null, "HOP 7100 0000 1", "failed");
        page.navigate(app.url + "/orders");
        page.locator("[data-order='" + failed + "']").first().waitFor();
        page.keyboard().press("g");
        page.keyboard().press("m");
        assertThat(page).hasTitle("Messages · Upbeat Herald");
        accessible("Messages");
        pill("Failed").click();
        page.getByLabel("Search messages").fill(failed);
        page.keyboard().press("Enter");
        assertThat(rows()).hasCount(1);
        assertThat(rows()).containsText("550 5.1.1 no such mailbox");
        rows().getByRole(AriaRole.BUTTON).click();
        assertThat(panel().locator(".happened")).containsText("550 5.1.1 no such mailbox");
        accessible("a message that failed");

        button("Correct addresses").click();
        panel().getByLabel("E-mail address").fill("morning");
        panel().getByText("Save", new Locator.GetByTextOptions().setExact(true)).click();
        assertThat(panel().getByRole(AriaRole.ALERT)).containsText("morning");
        panel().getByLabel("E-mail address").fill("morning@customer.example");
        panel().getByText("Save", new Locator.GetByTextOptions().setExact(true)).click();
        assertThat(button("Correct addresses")).isVisible();
        button("Send again").click();
        assertThat(panel().locator(".facts .mark")).hasText("Sent");
        assertThat(panel().locator(".facts")).containsText("morning@customer.example");
        assertThat(panel().locator(".happened li")).hasCount(3);
        assertThat(app.world.mailbox.to("morning@customer.example")).hasSize(1);
        assertThat(page.locator(".empty")).containsText("No messages match these filters");

        var mail = page.waitForDownload(() -> panel().getByText("Save as .eml").click());
        assertThat(Files.readString(mail.path())).contains("To: morning@customer.example", "Subject: ");
        panel().getByRole(AriaRole.LINK).first().click();
        assertThat(panel()).containsText("E-mail address corrected by coordinator");
    }

    @Test
    void allThatMatchAreSentAgainAndTheRestIsSaid() {
        app.signedIn().call("POST", "/ui/sending/stop", "{\"scope\":\"channel/email\"}");
        List<String> held = List.of("one", "two", "three");
        for (String name : held)
            dispatched("all." + name + "@customer.example", null, "HOP 7150 0000 " + held.indexOf(name), "planned");
        page.navigate(app.url + "/messages?state=upcoming&search=all.");
        assertThat(rows()).hasCount(3);
        button("With all of these").click();
        page.getByRole(AriaRole.MENUITEM).getByText("Cancel").click();
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        assertThat(dialog).containsText("3 messages");
        accessible("the question before something is done to many");
        button("Cancel: 3 messages").click();
        assertThat(dialog.getByRole(AriaRole.STATUS)).containsText("3 messages done.");
        dialog.getByText("Close", new Locator.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator(".empty")).isVisible();
        pill("Skipped").click();
        assertThat(rows()).hasCount(3);
        app.signedIn().call("POST", "/ui/sending/resume", "{\"scope\":\"channel/email\"}");
        button("With all of these").click();
        page.getByRole(AriaRole.MENUITEM).getByText("Send now").click();
        button("Send now: 3 messages").click();
        assertThat(dialog.getByRole(AriaRole.STATUS)).containsText("3 messages done.");
        for (String name : held)
            await().until(() ->
                    app.world.mailbox.to("all." + name + "@customer.example").size() == 1);
    }

    @Test
    void theListIsNarrowedByTheRouteAndByFiltersAndSavedAsAFile() throws Exception {
        String number = dispatched("narrow@customer.example", null, "HOP 7200 0000 0", "accepted");
        page.navigate(app.url + "/messages?search=" + number);
        assertThat(rows()).not().hasCount(0);
        page.locator("button.stop")
                .filter(new Locator.FilterOptions().setHasText("Dispatched"))
                .click();
        assertThat(page).hasURL(java.util.regex.Pattern.compile("stage=dispatched"));
        button("Add filter").click();
        page.getByLabel("Channel", new Page.GetByLabelOptions().setExact(true)).click();
        page.locator(".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option")
                .getByText("E-mail")
                .click();
        assertThat(rows()).hasCount(1);
        assertThat(pill("E-mail")).isVisible();
        page.keyboard().press("Escape");
        accessible("a narrowed list of messages");
        button("Export").click();
        var file =
                page.waitForDownload(() -> page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("CSV"))
                        .click());
        assertThat(Files.readAllLines(file.path())).hasSize(2).last().asString().contains(number);
        pill("E-mail").click();
        assertThat(pill("E-mail")).hasCount(0);
        button("Export").click();
        page.keyboard().press("Escape");
        page.navigate(app.url + "/messages?search=nothing-is-called-this");
        button("Show all messages").click();
        assertThat(rows()).not().hasCount(0);
    }
}
