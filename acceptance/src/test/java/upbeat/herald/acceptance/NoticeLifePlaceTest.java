package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** A notice goes from its draft over a trial to live, and any version of it comes back. */
class NoticeLifePlaceTest extends BrowserTestCase {
    private Locator panel() {
        return page.locator("aside.panel");
    }

    private Locator mark(String state) {
        return panel().locator("h2 .mark", new Locator.LocatorOptions().setHasText(state));
    }

    private void closeMessages() {
        assertThat(page.locator(".ant-message-notice"))
                .hasCount(0, new LocatorAssertions.HasCountOptions().setTimeout(15_000));
    }

    @Test
    void fromDraftOverTrialToLive() {
        page.navigate(app.url + "/plan");
        page.getByLabel(Pattern.compile("^Add (a|another) notice: Packed, SMS$"))
                .click();
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Packed and ready");
        button("Save").click();
        assertThat(mark("draft")).isVisible();
        button("Start trial").click();
        assertThat(page.locator(".ant-message")).containsText("Enter the team's own address for SMS in Setup, Team");
        assertThat(mark("draft")).isVisible();

        page.navigate(app.url + "/setup/team");
        page.getByLabel("SMS").fill("12");
        button("Save").click();
        assertThat(page.locator(".wrong")).hasCount(1);
        page.getByLabel("SMS").fill("+46 70 174 06 98");
        button("Save").click();
        assertThat(page.locator(".wrong")).hasCount(0);
        assertThat(page.getByLabel("SMS")).hasValue("+46701740698");
        accessible("the team's addresses");

        page.navigate(app.url + "/plan/packed-and-ready");
        button("Start trial").click();
        assertThat(mark("on trial")).isVisible();
        assertThat(page.getByRole(AriaRole.BANNER)).containsText("1 on trial");

        button("Edit").click();
        panel().getByLabel("Delay", new Locator.GetByLabelOptions().setExact(true))
                .fill("20");
        button("Save").click();
        Locator history = page.getByLabel("History");
        assertThat(history).containsText("Delay: none → 20 minutes");
        assertThat(history).containsText("State: draft → on trial");
        assertThat(history).containsText("coordinator");
        accessible("a notice with its history");
        closeMessages();
        history.getByRole(AriaRole.BUTTON).first().click();
        assertThat(history).containsText("Delay: 20 minutes → none");
        assertThat(mark("on trial")).isVisible();

        // Nobody rehearsed it as it is: that is said, with the way to do it.
        button("Set live").click();
        Locator asked = page.getByRole(AriaRole.DIALOG);
        assertThat(asked).containsText("It wasn’t rehearsed as it is now");
        accessible("the question before going live");
        button("Rehearse first").click();
        assertThat(page.locator("main"))
                .containsText("nothing was sent", new LocatorAssertions.ContainsTextOptions().setTimeout(30_000));
        page.navigate(app.url + "/plan/packed-and-ready");
        button("Set live").click();
        assertThat(asked).containsText("messages in the next 6 hours");
        page.locator(".ant-modal-footer button, .ant-modal-confirm-btns button")
                .last()
                .click();
        assertThat(mark("live")).isVisible();
        button("Pause").click();
        assertThat(mark("paused")).isVisible();
    }
}
