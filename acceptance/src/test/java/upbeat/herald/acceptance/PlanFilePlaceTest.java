package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import org.junit.jupiter.api.Test;

/** The plan as a file: exported, changed elsewhere, compared and taken in, and back again. */
class PlanFilePlaceTest extends BrowserTestCase {
    private Locator panel() {
        return page.getByLabel("Import a plan", new com.microsoft.playwright.Page.GetByLabelOptions().setExact(true));
    }

    private void choose(String name, String text) {
        page.getByLabel("Plan to import")
                .setInputFiles(new FilePayload(name, "application/json", text.getBytes(StandardCharsets.UTF_8)));
    }

    @Test
    void whatDiffersIsSeenBeforeItIsTaken() throws IOException {
        page.navigate(app.url + "/plan");
        Download file = page.waitForDownload(() -> page.getByText("Export plan").click());
        assertThat(file.suggestedFilename()).isEqualTo("plan.json");
        String plan = Files.readString(file.path());
        String changed = plan.replace("\"name\" : \"Arriving today\"", "\"name\" : \"Nearly there\"")
                .replace("\"after\" : \"PT30M\"", "\"after\" : \"PT45M\"");
        assertThat(changed).isNotEqualTo(plan);

        button("Import a plan").click();
        choose("broken.json", "{\"format\":\"upbeat-herald-plan\",\"version\":9}");
        assertThat(panel()).containsText("written by a newer version");
        choose("plan.json", changed);
        assertThat(panel()).containsText("Name: Arriving today → Nearly there");
        assertThat(panel()).containsText("Delay: 30 minutes → 45 minutes");
        assertThat(panel()).containsText("this applies to the next messages");
        accessible("a plan file beside the plan");
        panel().getByRole(AriaRole.CHECKBOX, new Locator.GetByRoleOptions().setName("In transit"))
                .uncheck();
        button("Import 1 notice").click();
        assertThat(page.locator(".pennant").getByText("Nearly there").first()).isVisible();
        button("Undo").click();
        assertThat(page.locator(".pennant").getByText("Nearly there")).hasCount(0);
        assertThat(page.locator(".pennant").getByText("Arriving today").first()).isVisible();

        button("Import a plan").click();
        choose("plan.json", plan);
        assertThat(panel()).containsText("Nothing in this file differs");
        page.keyboard().press("Escape");
        assertThat(panel()).hasCount(0);
    }
}
