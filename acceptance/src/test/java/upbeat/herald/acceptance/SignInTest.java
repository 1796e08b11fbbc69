package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.people.FirstAccountCode;

class SignInTest {
    @Test
    void theFirstVisitMakesTheFirstAccount() {
        try (RunningApp app = RunningApp.startWith(Map.of("herald.demo", "false"));
                Browser browser = new Browser()) {
            Page page = browser.page;
            page.navigate(app.url);
            assertThat(page.getByRole(AriaRole.HEADING)).hasText("Create the first account");
            assertThat(browser.seriousFindings()).isEmpty();
            page.getByLabel("Set-up code").fill("WRONG-CODES");
            page.getByLabel("Name").fill("Noor");
            page.getByLabel("Password, at least 12 characters").fill("short");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Create account"))
                    .click();
            assertThat(page.getByRole(AriaRole.ALERT)).containsText("at least 12 characters");
            assertThat(page.getByRole(AriaRole.ALERT)).containsText("console and log");
            page.getByLabel("Set-up code")
                    .fill(app.context.getBean(FirstAccountCode.class).code().toLowerCase(Locale.ROOT));
            page.getByLabel("Password, at least 12 characters").fill("kites over the harbour");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Create account"))
                    .click();
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("hk_");
            // Nothing takes it away: not what happens meanwhile, nor that somebody looks elsewhere and comes back.
            page.evaluate("document.dispatchEvent(new Event('visibilitychange'))");
            page.mouse().move(5, 5);
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("hk_");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("I have copied it"))
                    .click();
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("No orders yet");
            assertThat(page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Test bench")))
                    .hasCount(0);
            assertThat(app.bare("GET", "/bench/mail", null, Map.of()).status())
                    .as("no test bench outside the demo")
                    .isEqualTo(404);
            page.navigate(app.url + "/plan");
            assertThat(page.getByRole(AriaRole.BANNER)).containsText("0 live");
            assertThat(page.getByLabel("Starter plans")).containsText("Cash on delivery");
            assertThat(browser.seriousFindings()).isEmpty();
        }
    }
}
