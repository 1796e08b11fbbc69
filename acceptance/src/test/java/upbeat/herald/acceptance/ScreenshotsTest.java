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
import upbeat.herald.standins.SimulatedWorld;

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
        SimulatedWorld world = new SimulatedWorld();
        world.start();
        try (RunningApp app = RunningApp.start(world, data);
                Browser browser = new Browser()) {
            app.bare(
                    "POST",
                    world.settings().get("herald.bench.url") + "/app",
                    "{\"url\":\"" + app.url + "\",\"key\":\"" + RunningApp.KEY + "\"}",
                    Map.of());
            // As it is where nobody set it: tests send more.
            app.signedIn().call("PUT", "/ui/sending/limit", "{\"floor\":500,\"times\":3}");
            Page page = browser.page;
            browser.signIn(app.url);
            page.navigate(app.url + "/orders?search=QK-207");
            page.locator(".orow[data-order]").nth(8).click();
            page.locator(".story .t").first().waitFor();
            shot(page, "orders");
            page.navigate(app.url + "/messages?state=failed");
            page.locator("table.messages tbody button").first().click();
            page.locator("aside.panel .happened").waitFor();
            shot(page, "messages");
            page.navigate(app.url + "/setup/credit");
            page.locator("table.ledger tbody tr").first().waitFor();
            shot(page, "setup-credit");
            page.navigate(app.url + "/orders");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Import a file"))
                    .click();
            byte[] sheet =
                    "order number;name;e-mail;country;tracking number;status\nW-1;Zoë Quill;zoe@customer.example;SE;HOP 0041 7738 2;dispatched\nW-2;Nobody;not an address;SE;;\nW-3;Ann Tern;ann@customer.example;DE;RX473124828XS;\n"
                            .getBytes(java.nio.charset.StandardCharsets.UTF_8);
            page.getByLabel("File to import")
                    .setInputFiles(new com.microsoft.playwright.options.FilePayload("orders.csv", "text/csv", sheet));
            page.getByText("1 refused").first().waitFor();
            shot(page, "orders-sheet");
            setup(app, world, page);
            page.navigate(app.url + "/plan/is-it-yours");
            page.locator(".phoneview .note, .mailview").first().waitFor();
            shot(page, "plan");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("cash-on-delivery orders"))
                    .last()
                    .click();
            choose(page, "Add a condition", "Country");
            choose(page, "Condition 2: Country", "Germany");
            page.keyboard().press("Escape");
            page.locator(".fitting").scrollIntoViewIfNeeded();
            page.getByText("orders to Germany").first().waitFor();
            shot(page, "plan-audience");
            page.navigate(app.url + "/answers");
            page.locator("table.answers tbody tr").first().waitFor();
            shot(page, "answers");
            rehearse(page, app.url);
            wording(app, page);
            page.navigate(app.url + "/test-bench");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Place an order"))
                    .click();
            page.locator("a[href^='/orders/kites/TB-']").waitFor();
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("+15 min"))
                    .click();
            page.locator(".note").first().waitFor();
            page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("Dispatched").setExact(true))
                    .click();
            page.locator(".letter").first().waitFor();
            page.locator(".ant-message-notice")
                    .first()
                    .waitFor(new Locator.WaitForOptions()
                            .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
            shot(page, "test-bench");
            app.order("cash-on-delivery", null, "+46701740688", "{\"whatsapp\":false}");
            app.advance("PT15M");
            org.awaitility.Awaitility.await()
                    .until(() -> !world.phones.on("+46701740688").isEmpty());
            page.navigate(
                    world.phones.on("+46701740688").get(0).text().replaceFirst("(?s).*(http\\S+/a/)", app.url + "/a/"));
            shot(page, "answer-page");
            trackingPage(app, page);
        } finally {
            world.close();
        }
    }

    /** A plan from elsewhere, beside this one. */
    private static void wording(RunningApp app, Page page) throws IOException {
        page.navigate(app.url + "/wording/on-its-way/email");
        page.frameLocator(".mailview iframe").getByText("Track your parcel").waitFor();
        page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Text"))
                .first()
                .click(new Locator.ClickOptions().setPosition(3, 8));
        page.keyboard().press("Control+End");
        page.keyboard().type(" /ship");
        page.locator(".fieldmenu li").first().waitFor();
        shot(page, "wording-email");
        page.navigate(app.url + "/wording/coming-today/sms?language=de");
        page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Text"))
                .click(new Locator.ClickOptions().setPosition(3, 8));
        page.keyboard().press("Control+End");
        page.keyboard().type(" … „bis gleich“");
        page.getByText("long encoding").waitFor();
        shot(page, "wording-sms");
        page.navigate(app.url + "/wording/is-it-yours/whatsapp?language=fr");
        page.getByText("Template with").click();
        page.getByText("5 notices").waitFor();
        shot(page, "wording-chat");
    }

    private static void setup(RunningApp app, SimulatedWorld world, Page page) throws IOException {
        String control = world.settings().get("herald.bench.url");
        app.bare(
                "POST",
                control + "/shop",
                "{\"door\":\"" + app.url
                        + "/doors/shops/kites-local-use-only\",\"secret\":\"whsec_a2l0ZXMtbG9jYWwtdXNlLW9ubHktc2VjcmV0\"}",
                Map.of());
        String order =
                "{\"order_no\":\"%s\",\"created\":\"2026-11-24 13:00:00\",\"state\":\"%s\",\"pay_by\":\"COD\",\"currency\":\"SEK\",\"total_cents\":8450,\"buyer\":{\"first_name\":\"Ottoline\",\"last_name\":\"Brack\",\"mail\":\"ottoline.brack@customer.example\",\"mobile\":\"070-174 06 05\",\"locale\":\"en\"},"
                        + "\"ship_to\":{\"recipient\":\"Ottoline Brack\",\"line1\":\"7 Lantern Lane\",\"town\":\"Lund\",\"zip\":\"22100\",\"country\":\"SE\"},\"lines\":[{\"article\":\"BK-1\",\"title\":\"Box kite\",\"qty\":1,\"price_cents\":6050},{\"article\":\"RT-4\",\"title\":\"Ribbon tail\",\"qty\":2,\"price_cents\":1200}],\"shipments\":[],\"chat_ok\":\"yes\"}";
        app.bare("POST", "/bench/shop-call", order.formatted("QK-20950", "in the loft"), Map.of());
        app.bare("POST", "/bench/shop-call", order.formatted("QK-20951", "paid"), Map.of());
        page.navigate(app.url + "/setup/shops/kites");
        page.locator(".tree").waitFor();
        shot(page, "setup-shops");
        page.navigate(app.url + "/setup/carriers/hopgate");
        page.getByLabel("Test a number").fill("HOP 0041 7738 3");
        page.getByText("check digit should be 2").waitFor();
        shot(page, "setup-carriers");
        page.navigate(app.url + "/setup/brand");
        page.locator("iframe").waitFor();
        page.frameLocator("iframe").getByText("Hello Ottoline").waitFor();
        shot(page, "setup-brand");
        page.navigate(app.url + "/setup/gateways");
        page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("SMS"))
                .getByText("Check connection")
                .click();
        page.getByText("connected").first().waitFor();
        shot(page, "setup-gateways");
        world.storefront.feed(
                "orders.csv", "order number,name,e-mail,country\nQK-20960,Wren Tern,wren.tern@customer.example,AU\n");
        RunningApp.Person person = app.signedIn();
        String feed =
                "{\"name\":\"%s\",\"kind\":\"%s\",\"shop\":\"kites\",\"carrier\":\"grainbarge\",\"holds\":\"%s\",\"place\":\"%s\",\"schedule\":\"%s\",\"atTime\":\"06:30\",\"zone\":\"Europe/Stockholm\",\"interval\":\"PT5M\",\"mostTries\":12,\"limit\":\"PT1H\",\"live\":true}";
        long id = person.call(
                        "POST",
                        "/ui/feeds",
                        feed.formatted(
                                "Orders of the day",
                                "address",
                                "orders",
                                "http://" + world.settings().get("herald.feeds.allowed") + "/feed/orders.csv",
                                "daily"))
                .json()
                .path("id")
                .asLong();
        person.call(
                "POST", "/ui/feeds", feed.formatted("Scans of the freight line", "folder", "iftsta", "freight", "off"));
        person.call("POST", "/ui/feeds/" + id + "/ask", "");
        page.navigate(app.url + "/setup/feeds");
        page.getByText("1 new").waitFor();
        page.getByText("Orders of the day").click();
        shot(page, "setup-feeds");
    }

    /** A notice that isn't live yet, run over the demo's past. */
    private static void rehearse(Page page, String url) throws IOException {
        page.navigate(url + "/plan");
        page.getByLabel("Add another notice: Delivered, SMS")
                .or(page.getByLabel("Add a notice: Delivered, SMS"))
                .click();
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("A word of thanks");
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Rehearse").setExact(true))
                .click();
        page.locator(".differing a").nth(3).click();
        page.locator(".rehearsal summary")
                .filter(new Locator.FilterOptions().setHasText("A word of thanks"))
                .click();
        page.locator("details[open] .said").first().waitFor();
        shot(page, "rehearsal");
    }

    /** Two parcels of one order, as a phone shows them. */
    private static void trackingPage(RunningApp app, Page page) throws IOException {
        String number = app.number();
        app.api("PUT", "/api/v1/orders/kites/" + number, """
                {"placedAt":"%s","customer":{"name":"Ottoline Brack","email":"ottoline.tracks@customer.example","phone":"+46701740689","language":"en"},
                "shipTo":{"name":"Ottoline Brack","city":"Lund","postcode":"22100","country":"SE"},"payment":"cash-on-delivery",
                "currency":"SEK","total":"845.00","items":[{"sku":"BK-1","name":"Box kite","quantity":1,"price":"605.00"},
                {"sku":"RT-4","name":"Ribbon tail","quantity":2,"price":"60.00"},{"sku":"WV-2","name":"Wind vane","quantity":1,"price":"120.00"}],
                "consent":{},"tags":[]}""".formatted(app.now().minus(java.time.Duration.ofDays(2))));
        parcel(
                app,
                number,
                "hopgate",
                "HOP 0813 0000 5",
                "{\"sku\":\"BK-1\",\"quantity\":1},{\"sku\":\"RT-4\",\"quantity\":2}");
        parcel(app, number, "skerry-post", "RX473124831XS", "{\"sku\":\"WV-2\",\"quantity\":1}");
        app.scan("hopgate", "HOP 0813 0000 5", "20", app.now().minusSeconds(60_000));
        app.scan("hopgate", "HOP 0813 0000 5", "30", app.now().minusSeconds(5_000));
        page.setViewportSize(720, 1280);
        page.navigate(app.read(number).path("trackingPage").asString());
        shot(page, "tracking-page");
        page.setViewportSize(1280, 800);
    }

    private static void parcel(RunningApp app, String number, String carrier, String tracking, String items) {
        app.api(
                "POST",
                "/api/v1/orders/kites/" + number + "/parcels",
                "{\"carrier\":\"" + carrier + "\",\"trackingNumber\":\"" + tracking + "\",\"items\":[" + items + "]}");
    }

    private static void shot(Page page, String name) throws IOException {
        Files.createDirectories(PICTURES);
        page.evaluate("document.fonts.ready");
        page.screenshot(new Page.ScreenshotOptions().setPath(PICTURES.resolve(name + ".png")));
    }

    private static void choose(Page page, String label, String option) {
        page.getByLabel(label, new Page.GetByLabelOptions().setExact(true)).click();
        page.keyboard().type(option);
        page.locator(".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option[title=\"" + option
                        + "\"]")
                .click();
    }
}
