package upbeat.herald.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.TestInstance;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

/** A running application with its stand-ins and one signed-in browser, shared by the tests of a class. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
abstract class BrowserTestCase {
    private static final double PATIENCE_MS = 20_000; // a machine that runs two browsers may be slow

    RunningApp app;
    Browser browser;
    Page page;

    @BeforeAll
    void open() {
        PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MS);
        app = RunningApp.start();
        browser = new Browser();
        browser.signIn(app.url);
    }

    @AfterAll
    void close() {
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

    /** A notice of the plan as it is kept. */
    JsonNode notice(String id) {
        return app.signedIn()
                .call("GET", "/ui/plan", null)
                .json()
                .path("notices")
                .valueStream()
                .filter(n -> n.path("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    Locator button(String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    void accessible(String place) {
        assertThat(browser.seriousFindings()).as("axe in %s", place).isEmpty();
    }
}
