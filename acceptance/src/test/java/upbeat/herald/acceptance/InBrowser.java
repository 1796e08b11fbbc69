package upbeat.herald.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import upbeat.herald.server.RunningApp;

/** A running application with its stand-ins and one signed-in browser, shared by the tests of a class. */
abstract class InBrowser {
    static RunningApp app;
    static Browser browser;
    Page page;

    @BeforeAll
    static void open() {
        app = RunningApp.start();
        browser = new Browser();
        browser.signIn(app.url);
    }

    @AfterAll
    static void close() {
        browser.close();
        app.close();
    }

    @BeforeEach
    void begin() {
        page = browser.page;
        browser.complaints.clear();
    }

    @AfterEach
    void thePageComplainedOfNothing() {
        assertThat(browser.complaints).isEmpty();
    }

    Locator button(String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    void accessible(String place) {
        assertThat(browser.seriousFindings()).as("axe in %s", place).isEmpty();
    }
}
