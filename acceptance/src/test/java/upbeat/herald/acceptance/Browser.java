package upbeat.herald.acceptance;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * Debian's Chromium without a monitor, at the size the product is drawn for. Whatever the page complains of is kept,
 * but for refusals it is meant to show (401, 412, 422).
 */
final class Browser implements AutoCloseable {
    private static final List<String> ARGUMENTS = List.of(
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync");
    private static final Path AXE = Path.of("..", "web", "node_modules", "axe-core", "axe.min.js");

    private final Playwright playwright;
    private final com.microsoft.playwright.Browser chromium;
    final Page page;
    final List<String> complaints = new ArrayList<>();

    Browser() {
        playwright = Playwright.create(new Playwright.CreateOptions()
                .setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1", "PLAYWRIGHT_NODEJS_PATH", node())));
        chromium = playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of("/usr/bin/chromium"))
                        .setArgs(ARGUMENTS));
        BrowserContext context = chromium.newContext(new com.microsoft.playwright.Browser.NewContextOptions()
                .setViewportSize(1280, 800)
                .setTimezoneId("Europe/Stockholm")
                .setLocale("en-GB"));
        page = context.newPage();
        page.onPageError(complaints::add);
        page.onConsoleMessage(m -> {
            if (m.type().equals("error") && !m.text().matches(".*status of (401|412|422).*")) complaints.add(m.text());
        });
    }

    private static String node() {
        for (String folder : System.getenv("PATH").split(":"))
            if (Files.isExecutable(Path.of(folder, "node")))
                return Path.of(folder, "node").toString();
        throw new IllegalStateException("Node is not on the path");
    }

    void signIn(String url) {
        page.navigate(url + "/orders");
        page.getByLabel("Name").fill("coordinator");
        page.getByLabel("Password", new Page.GetByLabelOptions().setExact(true)).fill("for-local-use-only");
        page.getByRole(com.microsoft.playwright.options.AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in"))
                .click();
        page.getByRole(
                        com.microsoft.playwright.options.AriaRole.HEADING,
                        new Page.GetByRoleOptions().setName("Orders").setExact(true))
                .waitFor();
    }

    /** What axe-core finds serious or critical by WCAG 2.2 AA: rule, and where. */
    @SuppressWarnings("unchecked")
    List<String> seriousFindings() {
        try {
            page.evaluate(Files.readString(AXE) + ";0");
        } catch (IOException e) {
            throw new IllegalStateException("axe-core is missing. Run npm ci in web", e);
        }
        // A colour is judged when it has come to rest, not half-way.
        page.waitForFunction("() => document.getAnimations().every(a => a.playState !== 'running'"
                + " || a.effect.getComputedTiming().iterations === Infinity)");
        return (List<String>)
                page.evaluate(
                        "async () => (await axe.run(document, {runOnly: ['wcag2a','wcag2aa','wcag21a','wcag21aa','wcag22aa']})).violations"
                                + ".filter(v => ['serious','critical'].includes(v.impact)).flatMap(v => v.nodes.map(n => v.id + ': ' + n.target.join(' ') + ' ' + (n.failureSummary || '').replace(/\\s+/g, ' ')))");
    }

    @Override
    public void close() {
        chromium.close();
        playwright.close();
    }
}
