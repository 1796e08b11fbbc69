package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.PhoneApp;
import upbeat.herald.server.RunningApp;

/** A second person is invited, looks at everything, and changes nothing; the first one keeps the house in order. */
class PeopleBrowserTest extends BrowserTestCase {
    private static final Pattern LINK = Pattern.compile("http://[^\\s]+/join#[A-Za-z0-9_-]{32}");
    private static final String PASSWORD = "kites over the harbour";

    private String invite(String email, String role) {
        page.navigate(app.url + "/setup/people");
        page.getByLabel("E-mail address to invite").fill(email);
        page.getByLabel("Role", new Page.GetByLabelOptions().setExact(true)).click();
        page.locator(".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option")
                .getByText(role + ":")
                .click();
        button("Invite").click();
        assertThat(page.getByRole(AriaRole.STATUS)).containsText("The invitation for " + email);
        accessible("the team with an invitation");
        String[] link = new String[1];
        await().until(() -> app.world.mailbox.to(email).stream().anyMatch(m -> {
            Matcher found = LINK.matcher(m.raw().replace("=\r\n", "").replace("=3D", "="));
            if (found.find()) link[0] = found.group();
            return link[0] != null;
        }));
        assertThat(page.locator(".box .mono")).containsText(link[0].substring(link[0].indexOf('#')));
        return link[0];
    }

    private static void join(Page other, String link, String name) {
        other.navigate(link);
        other.getByLabel("Name, as your team sees it").fill(name);
        other.getByLabel("Password, at least 12 characters").fill("short");
        other.getByText("Create account", new Page.GetByTextOptions().setExact(true))
                .click();
        assertThat(other.getByRole(AriaRole.ALERT)).containsText("at least 12 characters");
        other.getByLabel("Password, at least 12 characters").fill(PASSWORD);
        other.getByText("Create account", new Page.GetByTextOptions().setExact(true))
                .click();
        assertThat(other.locator(".bar .me")).hasText(name);
    }

    private static void accessible(Browser other, String place) {
        assertThat(other.seriousFindings()).as(place).isEmpty();
    }

    @Test
    void aSecondPersonLooksAtEverythingAndChangesNothing() {
        String order = app.order("prepaid", "second@customer.example", null, "{\"email\":true}");
        String link = invite("vera@team.example", "View");
        try (Browser second = new Browser()) {
            Page other = second.page;
            join(other, link, "Vera");
            other.navigate(app.url + "/orders/kites/" + order);
            assertThat(other.locator("aside.panel")).containsText("Ann O'Test");
            assertThat(other.getByText("Erase customer data")).hasCount(0);
            assertThat(other.getByText("Import a file")).hasCount(0);
            assertThat(other.getByText("Stop sending")).hasCount(0);
            accessible(second, "an order, looked at");

            other.navigate(app.url + "/plan/on-its-way");
            assertThat(other.getByRole(AriaRole.NOTE)).containsText("you need the role Set up");
            accessible(second, "the plan, looked at");
            for (String path : new String[] {"/messages", "/answers", "/wording", "/setup/brand", "/setup/gateways"}) {
                other.navigate(app.url + path);
                assertThat(other.locator("main").first()).not().isEmpty();
                assertThat(other.locator("main button.ant-btn-primary:not([disabled])"))
                        .hasCount(0);
            }
            other.navigate(app.url + "/setup/people");
            assertThat(other.locator("table")).containsText("coordinator");
            assertThat(other.getByLabel("E-mail address to invite")).hasCount(0);
            assertThat(other.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("API keys")))
                    .hasCount(0);
            assertThat(second.complaints).isEmpty();
        }
        try (Browser late = new Browser()) {
            late.page.navigate(link);
            assertThat(late.page.getByRole(AriaRole.ALERT)).containsText("was used, withdrawn or has expired");
            late.complaints.clear();
        }
    }

    @Test
    void twoStepLogInIsSetUpAndAskedFor() {
        String link = invite("tomas@team.example", "Work");
        try (Browser second = new Browser()) {
            Page other = second.page;
            join(other, link, "Tomas");
            other.locator(".bar .me").click();
            assertThat(other).hasTitle("Your account · Upbeat Herald");
            Locator step =
                    other.locator("section.box").filter(new Locator.FilterOptions().setHasText("Two-step log-in"));
            step.getByLabel("Your password now").fill(PASSWORD);
            step.getByText("Set up", new Locator.GetByTextOptions().setExact(true))
                    .click();
            accessible(second, "the second step as it is set up");
            PhoneApp phone = new PhoneApp(step.locator("p.mono").innerText());
            step.getByLabel("Code").fill(phone.code(0));
            step.getByText("Turn on", new Locator.GetByTextOptions().setExact(true))
                    .click();
            assertThat(step.locator(".codes li")).hasCount(10);
            String onPaper = step.locator(".codes li").first().innerText();
            step.getByText("I have kept them").click();
            assertThat(step).containsText("10 recovery codes left");

            other.getByText("Sign out", new Page.GetByTextOptions().setExact(true))
                    .click();
            other.getByLabel("Name").fill("Tomas");
            other.getByLabel("Password").fill(PASSWORD);
            other.keyboard().press("Enter");
            assertThat(other.getByLabel("Code from your app, or a recovery code"))
                    .isFocused();
            accessible(second, "the code asked for");
            other.keyboard().type("000000");
            other.keyboard().press("Enter");
            assertThat(other.getByRole(AriaRole.ALERT)).containsText("This code isn't right");
            other.getByLabel("Code from your app, or a recovery code").fill(onPaper);
            other.keyboard().press("Enter");
            assertThat(other.locator(".bar .me")).hasText("Tomas");
            second.complaints.clear(); // the two refusals
        }
    }

    @Test
    void whatIsChangedStandsInTheLogWithBeforeAndAfter() {
        RunningApp.Person person = app.signedIn();
        person.call("PUT", "/ui/sending/daily-limit", "{\"most\":7}");
        person.call("PUT", "/ui/sending/daily-limit", "{\"most\":9}");
        page.navigate(app.url + "/setup/changes");
        Locator row = page.locator("table.changes tbody tr").first();
        assertThat(row).containsText("Setting Daily limit changed");
        assertThat(row.locator("del")).hasText("7");
        assertThat(row.locator("ins")).hasText("9");
        accessible("the change log");
        page.getByLabel("Search changes").fill("nothing like it");
        page.keyboard().press("Enter");
        assertThat(page.locator(".empty")).containsText("No changes match these filters");
        page.getByLabel("Search changes").fill("daily");
        page.keyboard().press("Enter");
        assertThat(page.locator("table.changes tbody tr")).hasCount(2);
        var file = page.waitForDownload(() -> page.getByText("Save as CSV").click());
        assertThat(file.suggestedFilename()).isEqualTo("changes.csv");
    }

    @Test
    void aForgottenPasswordIsAskedForOnTheWayIn() {
        try (Browser outside = new Browser()) {
            outside.page.navigate(app.url);
            outside.page.getByText("Forgot your password?").click();
            outside.page.getByLabel("Your e-mail address").fill("nobody@team.example");
            outside.page.keyboard().press("Enter");
            assertThat(outside.page.getByRole(AriaRole.STATUS)).containsText("works for one hour");
            accessible(outside, "a link for a new password asked for");
            outside.page.navigate(app.url + "/reset#" + "x".repeat(32));
            outside.page.getByLabel("New password, at least 12 characters").fill(PASSWORD);
            outside.page.keyboard().press("Enter");
            assertThat(outside.page.getByRole(AriaRole.ALERT)).containsText("was used or has expired");
            outside.complaints.clear();
        }
    }
}
