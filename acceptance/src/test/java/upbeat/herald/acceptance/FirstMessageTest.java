package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.time.InstantSource;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.people.FirstAccountCode;
import upbeat.herald.standins.ChatNetwork;
import upbeat.herald.standins.MailServer;
import upbeat.herald.standins.MessageCentre;

/**
 * From an empty folder to the first delivered message over all three channels, as a new coordinator goes: by what the
 * screens offer, and without another tool. Outside there are only the mail server, the SMS centre and the chat network.
 */
class FirstMessageTest {
    private static final String MAIL = "wren@customer.example";
    private static final String PHONE = "+46701740631";
    private RunningApp app;
    private Browser browser;
    private Page page;

    @BeforeEach
    void open() {
        PlaywrightAssertions.setDefaultAssertionTimeout(20_000);
        app = RunningApp.startWith(Map.ofEntries(
                Map.entry("herald.demo", "false"),
                Map.entry("herald.mail.host", ""),
                Map.entry("herald.sms.host", ""),
                Map.entry("herald.chat.url", ""),
                Map.entry("herald.gateways.inside-allowed", "true"),
                Map.entry("herald.undo-time", "4s")));
        app.world.chat.webhook(app.url + "/doors/chat");
        browser = new Browser();
        page = browser.page;
    }

    @AfterEach
    void close() {
        page.screenshot(new Page.ScreenshotOptions().setPath(FAILED));
        browser.close();
        app.close();
    }

    /** What the page looked like when a step failed. */
    private static final Path FAILED = Path.of("target", "first-message.png");

    private Locator button(String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private Locator link(String name) {
        return page.getByRole(
                AriaRole.LINK, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private void firstStep(String go) {
        link("Orders").click();
        Locator steps = page.getByLabel("First steps");
        steps.getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName(go))
                .or(steps.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(go)))
                .click();
    }

    private void choose(String label, String... options) {
        page.getByLabel(label, new Page.GetByLabelOptions().setExact(true)).click();
        for (String option : options)
            page.locator(".ant-select-dropdown:visible .ant-select-item-option-content")
                    .getByText(option, new Locator.GetByTextOptions().setExact(true))
                    .click();
    }

    @Test
    void aNewCoordinatorComesToTheFirstMessageOverAllChannels() {
        createTheFirstAccount();
        importAnOrder();
        addACarrier();
        connectTheGateways();
        enterTheSender();
        startWithAPlan();
        writeTheNotice();
        tryIt();
        setItLive();
        dispatchTheOrder();
        assertThat(browser.complaints).isEmpty();
    }

    private void createTheFirstAccount() {
        page.navigate(app.url);
        page.getByLabel("Set-up code")
                .fill(app.context.getBean(FirstAccountCode.class).code());
        page.getByLabel("Name").fill("Noor");
        page.getByLabel("Password, at least 12 characters").fill("kites over the harbour");
        button("Create account").click();
        button("I have copied it").click();
        assertThat(page.getByLabel("First steps")).containsText("7 steps to the first message");
    }

    private void importAnOrder() {
        firstStep("Import a file");
        page.getByLabel("Shop").fill("kites");
        String file = """
                Order,Date,Name,E-mail,Phone,Country,Item,Quantity,Price,Total,Currency,WhatsApp consent
                W-1,2026-11-26,Wren Tern,%s,+46 70 174 06 31,SE,Box kite,1,60.50,60.50,SEK,yes
                """.formatted(MAIL);
        page.getByLabel("File to import")
                .setInputFiles(new FilePayload("orders.csv", "text/csv", file.getBytes(StandardCharsets.UTF_8)));
        button("Import 1 row").click();
        assertThat(page.getByLabel("Import a file")).containsText("1 new");
        page.getByLabel("Close").click();
        assertThat(page.locator("[data-order=W-1]")).isVisible();
    }

    private void addACarrier() {
        firstStep("Add a carrier");
        button("Add carrier").first().click();
        page.getByLabel("Start from a postal operator").fill("Sweden");
        page.locator(".ant-select-dropdown:visible").getByText("Sweden").click();
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Gull Post");
        page.getByLabel("Address of the tracking page").fill("https://gull.example/{trackingNumber}");
        button("Save").click();
        assertThat(page.getByRole(AriaRole.TABLE)).containsText("Gull Post");
    }

    private void connectTheGateways() {
        firstStep("Connect a gateway");
        Locator mail = page.getByLabel("E-mail", new Page.GetByLabelOptions().setExact(true));
        mail.getByLabel("Server").fill("127.0.0.1");
        mail.getByLabel("Port").fill("" + app.world.mail.port());
        mail.getByLabel("User name (optional)").fill(MailServer.USER);
        mail.getByLabel("Password").fill(MailServer.PASSWORD);
        save(mail);
        Locator sms = page.getByLabel("SMS", new Page.GetByLabelOptions().setExact(true));
        sms.getByLabel("Server").fill("127.0.0.1");
        sms.getByLabel("Port").fill("" + app.world.sms.port());
        sms.getByLabel("System ID").fill(MessageCentre.SYSTEM_ID);
        sms.getByLabel("Password").fill(MessageCentre.PASSWORD);
        save(sms);
        Locator chat = page.getByLabel("WhatsApp", new Page.GetByLabelOptions().setExact(true));
        chat.getByLabel("Address").fill("http://127.0.0.1:" + app.world.chat.port());
        chat.getByLabel("Access token").fill(ChatNetwork.TOKEN);
        chat.getByLabel("Webhook signing secret").fill(ChatNetwork.WEBHOOK_SECRET);
        save(chat);
    }

    private static void save(Locator gateway) {
        gateway.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Save"))
                .click();
        assertThat(gateway).containsText("entered here");
    }

    private void enterTheSender() {
        firstStep("Set the sender");
        page.getByLabel("Brand name").fill("Harbour Kites");
        assertThat(page.getByLabel("SMS sender")).hasValue("Harbour");
        page.getByLabel("Sender address of e-mails").fill("orders@harbour.example");
        page.getByLabel("Postal address (required)").fill("1 Quay Street, 22100 Harbour, Sweden");
        button("Save").click();
        button("Send code").click();
        await().pollInSameThread()
                .until(() -> !app.world.mailbox.to("orders@harbour.example").isEmpty());
        Matcher code = Pattern.compile("\\b(\\d{6})\\b")
                .matcher(app.world
                        .mailbox
                        .to("orders@harbour.example")
                        .get(0)
                        .raw()
                        .split("\r\n\r\n", 2)[1]);
        assertThat(code.find()).isTrue();
        page.getByLabel("Code", new Page.GetByLabelOptions().setExact(true)).fill(code.group(1));
        button("Confirm code").click();
        assertThat(page.getByRole(AriaRole.MAIN)).containsText("can send e-mails");
    }

    private void startWithAPlan() {
        link("Plan").click();
        assertThat(page.getByRole(AriaRole.BANNER)).containsText("0 live");
        button("Use this: Quiet").click();
        assertThat(page.getByRole(AriaRole.BANNER)).containsText("0 live, 3 drafts");
        button("Undo").click();
        button("Use this: Usual").click();
        assertThat(page.getByRole(AriaRole.BANNER)).containsText("0 live, 5 drafts");
        assertThat(page.getByLabel("Starter plans")).hasCount(0);
    }

    private void writeTheNotice() {
        button("Add another notice: Dispatched, SMS").click();
        Locator panel = page.getByRole(AriaRole.COMPLEMENTARY);
        panel.getByLabel("Name", new Locator.GetByLabelOptions().setExact(true)).fill("First word");
        button("Add E-mail").click();
        button("Add WhatsApp").click();
        choose("Send by", "all");
        button("Save").click();
        assertThat(panel.locator(".mark", new Locator.LocatorOptions().setHasText("draft")))
                .isVisible();
        assertThat(page.locator(".pennant", new Page.LocatorOptions().setHasText("First word")))
                .hasCount(3);
    }

    private void tryIt() {
        link("Wording").click();
        for (String[] channel : new String[][] {
            {"e-mail", "Your e-mail address", "me@team.example"}, {"SMS", "Your phone number", "+46 70 174 06 99"}
        }) {
            page.locator("section[aria-label='First word'] a", new Page.LocatorOptions().setHasText(channel[0]))
                    .click();
            // By its own name: the field of the channel before is there until the next text is loaded.
            page.getByLabel(channel[1]).fill(channel[2]);
            button("Send test").click();
        }
        await().pollInSameThread()
                .until(() -> !app.world.mailbox.to("me@team.example").isEmpty()
                        && !app.world.phones.on("+46701740699").isEmpty());
    }

    private void setItLive() {
        // The chat network has looked at the text by then.
        app.world.clock.set(InstantSource.system().instant().plus(Duration.ofMinutes(10)));
        link("Plan").click();
        page.locator(".pennant", new Page.LocatorOptions().setHasText("First word"))
                .first()
                .click();
        button("Set live").click();
        Locator asked = page.getByRole(AriaRole.DIALOG);
        assertThat(asked).containsText("can only be reached from this computer");
        assertThat(asked).containsText("never tried by WhatsApp");
        button("Set live anyway").click();
        assertThat(page.locator(".panel .mark", new Page.LocatorOptions().setHasText("live")))
                .isVisible();
    }

    private void dispatchTheOrder() {
        link("Orders").click();
        page.locator("[data-order=W-1]").click();
        button("Add tracking").click();
        page.getByLabel("Tracking number").fill("RR473124829SE");
        assertThat(page.getByLabel("Order W-1")).containsText("Gull Post");
        button("Save").click();
        button("Mark").click();
        page.getByText("Mark as dispatched").click();
        assertThat(page.locator(".ant-notification")).containsText("3 messages will be sent in 4 seconds");
        await().atMost(Duration.ofSeconds(40))
                .pollInSameThread()
                .until(() -> !app.world.mailbox.to(MAIL).isEmpty()
                        && app.world.phones.on(PHONE).size() == 2);
        assertThat(app.world.mailbox.to(MAIL).get(0).raw()).contains("RR473124829SE");
        assertThat(page.locator(".story")).containsText("sent to " + MAIL);
        assertThat(page.locator(".story li", new Page.LocatorOptions().setHasText("delivered to " + PHONE)))
                .hasCount(2);
    }
}
