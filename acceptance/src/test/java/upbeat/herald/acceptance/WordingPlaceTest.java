package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/**
 * The place Wording as a coordinator writes in it: fields as chips, blocks moved, languages and variants, a preview
 * that is always current.
 */
class WordingPlaceTest extends BrowserTestCase {
    @BeforeEach
    void anOrderToLookAt() {
        String number = app.order("prepaid", "wording@customer.example", "+46701740605", "{\"sms\":true}");
        app.parcel(number, "skerry-post", "RX473124829XS");
    }

    private void open(String place) {
        page.navigate(app.url + "/wording/" + place);
        page.getByRole(AriaRole.MAIN).getByRole(AriaRole.HEADING).first().waitFor();
    }

    private Locator text(String name) {
        return page.getByRole(
                AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    /**
     * Puts the cursor behind the last word. The click goes to the edge, where no chip stands that it would choose
     * instead.
     */
    private void atTheEndOf(Locator text) {
        text.click(new Locator.ClickOptions().setPosition(3, 8));
        assertThat(text).isFocused();
        // An editor that was just entered puts the cursor back to where it knew it last, a little later: so until it
        // knows of the end.
        page.waitForCondition(() -> {
            page.keyboard().press("Control+End");
            return (Boolean) text.evaluate("e => e.editor.state.selection.to >= e.editor.state.doc.content.size - 1");
        });
    }

    private Locator mail() {
        return page.frameLocator(".mailview iframe").locator("body");
    }

    @Test
    void aFieldIsPutInByASlashAndTheMailBesideItFollows() {
        open("on-its-way/email");
        assertThat(mail()).containsText("Your parcel has been handed to Skerry Post");
        atTheEndOf(text("Text").first());
        page.keyboard().type(" Off to /city");
        assertThat(page.getByRole(AriaRole.OPTION)).hasCount(1);
        accessible("the list of fields");
        page.keyboard().press("Enter");
        assertThat(text("Text").first().locator(".chip")).hasCount(3);
        assertThat(mail()).containsText("Off to Lund");
        text("Text").first().locator(".chip").last().click();
        page.getByLabel("Text if it is empty").fill("you");
        accessible("a wording being written");
        page.keyboard().press("Control+s");
        assertThat(page.getByText("Saved", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        page.reload();
        assertThat(text("Text").first()).containsText("Off to Lund");
        page.getByText("Plain", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator(".mailview .text")).containsText("Off to Lund");
    }

    @Test
    void enterIsANewParagraphAndAPastedTextTakesTheBlocksLook() {
        open("delivered/email");
        Locator first = text("Text").first();
        atTheEndOf(first);
        page.keyboard().press("Enter");
        page.keyboard().type("A new paragraph.");
        page.evaluate(
                "() => { const e = document.activeElement, d = new DataTransfer(); d.setData('text/html', '<p style=\"font-size:40px;color:red\">Pasted <b>bold</b></p>'); e.dispatchEvent(new ClipboardEvent('paste', { clipboardData: d, bubbles: true, cancelable: true })); }");
        assertThat(first.locator("p").last()).hasText(Pattern.compile("Pasted bold$"));
        assertThat(first.locator("[style]")).hasCount(0);
        assertThat(mail().locator("p").filter(new Locator.FilterOptions().setHasText("A new paragraph.")))
                .hasCount(1);
        page.keyboard().press("Control+z");
        assertThat(first).not().containsText("Pasted");
        button("Redo").click();
        assertThat(first).containsText("Pasted");
        while (button("Undo").isEnabled()) button("Undo").click();
        assertThat(button("Save")).isDisabled();
    }

    @Test
    void blocksAreAddedMovedByKeyboardShownOnConditionAndKept() {
        open("coming-today/email");
        Locator blocks = page.locator(".blocks > .blockcard");
        assertThat(blocks.first()).isVisible();
        int before = blocks.count();
        button("Add block").click();
        page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("Heading"))
                .click();
        assertThat(blocks).hasCount(before + 1);
        page.keyboard().type("Today!");
        for (int i = 0; i < before; i++) page.keyboard().press("Alt+ArrowUp");
        assertThat(blocks.first()).containsText("Today!");
        assertThat(mail().locator("h2")).hasText("Today!");
        blocks.first().getByLabel("Show when: Heading block").click();
        page.getByTitle("only if cash on delivery").click();
        assertThat(mail().locator("h2")).hasCount(0);
        blocks.first().getByLabel("More: Heading block").click();
        page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("Save for reuse"))
                .click();
        page.getByLabel("Name of the saved block").fill("Cheer");
        button("Save block").click();
        blocks.first().getByLabel("More: Heading block").click();
        page.getByRole(
                        AriaRole.MENUITEM,
                        new Page.GetByRoleOptions().setName("Delete").setExact(true))
                .click();
        button("Add block").click();
        page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("Saved: Cheer"))
                .click();
        assertThat(blocks.last()).containsText("Today!");
        while (button("Undo").isEnabled()) button("Undo").click();
        assertThat(blocks).hasCount(before);
    }

    @Test
    void aVariantInheritsUntilItSaysSomethingElse() {
        open("on-its-way/email?language=de");
        button("Version for …").click();
        page.getByLabel("Carrier").click();
        page.keyboard().type("Skerry");
        page.keyboard().press("Enter");
        button("Create version").click();
        assertThat(page.locator(".inheritedbox").first()).containsText("inherited");
        page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Subject"))
                .getByRole(AriaRole.BUTTON)
                .click();
        atTheEndOf(text("Subject"));
        page.keyboard().type("!");
        accessible("a variant");
        button("Save").click();
        assertThat(page.locator(".mailview .head")).hasText(Pattern.compile("ist unterwegs!$"));
        assertThat(page.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Wordings")))
                .containsText("8 + 1");
        button("Delete this version").click();
        page.getByRole(AriaRole.TOOLTIP)
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Delete this version"))
                .click();
        assertThat(page.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Wordings")))
                .not()
                .containsText("8 + 1");
    }

    @Test
    void aFaultIsNamedWhereItStandsAndNothingIsLost() {
        open("delivered/sms");
        atTheEndOf(text("Text"));
        page.keyboard().type(" and {{order.nubmer}}");
        button("Save").click();
        assertThat(page.getByRole(AriaRole.ALERT).first()).containsText("There is no field named order.nubmer");
        page.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Wordings"))
                .getByText("E-mail")
                .first()
                .click();
        page.locator(".mailview").waitFor();
        page.goBack();
        assertThat(text("Text")).containsText("order.nubmer");
        while (button("Undo").isEnabled()) button("Undo").click();
    }

    @Test
    void whatMakesATextLongIsMendedByAClick() {
        open("on-its-way/sms");
        assertThat(page.getByText("GSM-7, ", new Page.GetByTextOptions()).first())
                .isVisible();
        atTheEndOf(text("Text"));
        page.keyboard().type(" …");
        assertThat(page.getByText("long encoding")).isVisible();
        button("… → ...").click();
        assertThat(page.getByText("long encoding")).hasCount(0);
        assertThat(page.locator(".phoneview")).containsText("...");
        page.getByText("All languages").click();
        assertThat(page.getByRole(AriaRole.COMPLEMENTARY)).containsText("French");
        accessible("all languages");
        while (button("Undo").isEnabled()) button("Undo").click();
    }

    @Test
    void theStarterIsAWayBackAndHtmlAWayOn() {
        open("moving/email?language=fr");
        atTheEndOf(text("Subject"));
        page.keyboard().type(" vite");
        button("Save").click();
        assertThat(button("Save")).isDisabled();
        button("More").click();
        page.getByText("Compare with the starter").click();
        assertThat(page.locator(".difference tr:not(.same) td").nth(1)).containsText("vite");
        accessible("a comparison");
        button("Restore the starter").click();
        assertThat(text("Subject")).not().containsText("vite");
        button("Edit as HTML").click();
        Locator html = page.getByLabel("HTML of the mail");
        assertThat(html).hasValue(Pattern.compile("\\{\\{block.parcel}}"));
        html.fill("<table><tr><td>Tiens: {{order.number}}</td></tr></table><script>alert(1)</script>{{block.parcel}}");
        assertThat(mail()).containsText("Tiens: T-");
        assertThat(mail()).containsText("RX473124829XS");
        button("Save").click();
        assertThat(button("Save")).isDisabled();
        button("More").click();
        page.getByText("History").click();
        page.locator(".compare .line").last().click();
        button("Restore this version").click();
        button("Save").click();
        assertThat(page.locator(".blockcard").first()).isVisible();
    }

    @Test
    void wordsAreFoundAndReplacedAndPutBack() {
        open("delivered/email");
        button("Find and replace").click();
        page.getByLabel("Find", new Page.GetByLabelOptions().setExact(true)).fill("levererat");
        page.getByText("Replace with").click();
        page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Replace with"))
                .fill("kom fram");
        assertThat(page.locator("mark").first()).hasText("levererat");
        accessible("find and replace");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("Replace in \\d+")))
                .click();
        assertThat(page.getByText("No results")).isVisible();
        button("Undo").click();
        assertThat(page.locator("mark").first()).isVisible();
    }

    @Test
    void aTrialIsSentAfterItsCostWasSaid() {
        open("coming-today/sms");
        assertThat(page.getByText("It costs 0.15 EUR")).isVisible();
        page.getByLabel("Your phone number").fill("+46 70 174 06 44");
        button("Send test").click();
        assertThat(page.getByText("Sent to +46701740644")).isVisible();
        org.awaitility.Awaitility.await()
                .until(() -> !app.world.phones.on("46701740644").isEmpty());
    }

    @Test
    void gatewaysAreTriedBeforeTheyAreUsed() {
        page.navigate(app.url + "/setup/gateways");
        Locator mail = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("E-mail"));
        mail.getByText("Check connection").click();
        assertThat(mail).containsText("connected");
        mail.getByLabel("Port").fill("1");
        mail.getByText("Save").click();
        assertThat(mail.getByRole(AriaRole.ALERT)).containsText("Enter this again");
        mail.getByLabel("Password").fill("any");
        mail.getByText("Save").click();
        assertThat(page.getByText("Not saved: the connection doesn't work")).isVisible();
        accessible("the gateways");
        mail.getByText("Discard changes").click();
        assertThat(mail).containsText("from the configuration");
    }

    @Test
    void theTrackingPageIsComposedLikeAMail() {
        String number = app.order("prepaid", "page@customer.example", null, "{\"email\":true}");
        open("on-its-way/email");
        page.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Wordings"))
                .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("Page"))
                .click();
        Locator main = page.getByRole(AriaRole.MAIN);
        assertThat(main.getByRole(AriaRole.HEADING).first()).containsText("Tracking page of every order");
        assertThat(text("Subject")).hasCount(0);
        assertThat(mail()).containsText("Order " + number);
        main.getByText("Add block").last().click();
        page.getByRole(
                        AriaRole.MENUITEM,
                        new Page.GetByRoleOptions().setName("Notice").setExact(true))
                .click();
        text("Notice").click();
        page.keyboard().type("We’re closed on 24 December.");
        assertThat(mail().locator(".own .notice")).containsText("closed on 24 December");
        accessible("the tracking page being written");
        page.keyboard().press("Control+s");
        assertThat(page.getByText("Saved", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
        Page customer = page.context().newPage();
        customer.navigate(app.read(number).path("trackingPage").asString());
        assertThat(customer.locator(".own .notice")).containsText("closed on 24 December");
        customer.close();
        page.getByText("Desktop", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(mail()).containsText("closed on 24 December");
        main.getByText("More", new Locator.GetByTextOptions().setExact(true)).click();
        page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("History"))
                .click();
        assertThat(page.getByRole(AriaRole.DIALOG)).containsText("24 December");
    }
}
