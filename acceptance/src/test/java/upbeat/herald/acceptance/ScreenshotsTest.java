package upbeat.herald.acceptance;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.World;

/** Takes the pictures of docs/screenshots from the demo's past; run by {@code ./herald shots}. */
@EnabledIfSystemProperty(named = "herald.shots", matches = "true")
class ScreenshotsTest {
    private static final Path SEED = Path.of("..", ".build", "seed");
    private static final Path PICTURES = Path.of("..", "docs", "screenshots");

    @Test
    void takeThemAll() throws IOException {
        Path data = RunningApp.folder();
        try (Stream<Path> files = Files.list(SEED)) {
            files.forEach(f -> {
                try {
                    Files.copy(f, data.resolve(f.getFileName()));
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            });
        }
        World world = new World();
        world.start();
        try (RunningApp app = RunningApp.start(world, data); Browser browser = new Browser()) {
            app.bare("POST", world.settings().get("herald.bench.url") + "/app", "{\"url\":\"" + app.url + "\",\"key\":\"" + RunningApp.KEY + "\"}", Map.of());
            Page page = browser.page;
            page.navigate(app.url);
            page.getByLabel("Name").waitFor();
            shot(page, "sign-in");
            browser.signIn(app.url);
            page.navigate(app.url + "/orders?search=QK-207");
            page.locator(".orow").nth(8).click();
            page.locator(".story .t").first().waitFor();
            shot(page, "orders");
            page.navigate(app.url + "/plan/is-it-yours");
            page.locator(".preview .text").first().waitFor();
            shot(page, "plan");
            page.navigate(app.url + "/plan/on-its-way");
            page.locator(".preview iframe").waitFor();
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Change it")).click();
            page.getByLabel("Subject").scrollIntoViewIfNeeded();
            shot(page, "plan-wording");
            page.navigate(app.url + "/test-bench");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Place an order")).click();
            page.locator("a[href^='/orders/kites/TB-']").waitFor();
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("+15 min")).click();
            page.locator(".note").first().waitFor();
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Dispatched").setExact(true)).click();
            page.locator(".letter").first().waitFor();
            page.locator(".ant-message-notice").first().waitFor(new Locator.WaitForOptions().setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
            shot(page, "test-bench");
            app.order("cash-on-delivery", null, "+46701740688", "{\"whatsapp\":false}");
            app.advance("PT15M");
            org.awaitility.Awaitility.await().until(() -> !world.phones.on("+46701740688").isEmpty());
            page.navigate(world.phones.on("+46701740688").get(0).text().replaceFirst("(?s).*(http\\S+/a/)", app.url + "/a/"));
            shot(page, "answer-page");
        } finally {
            world.close();
        }
    }

    private static void shot(Page page, String name) throws IOException {
        Files.createDirectories(PICTURES);
        page.evaluate("document.fonts.ready");
        page.screenshot(new Page.ScreenshotOptions().setPath(PICTURES.resolve(name + ".png")));
    }
}
