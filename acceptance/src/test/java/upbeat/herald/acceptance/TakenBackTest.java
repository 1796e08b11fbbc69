package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What a person did, imported or typed is taken back whole, or is still there. */
class TakenBackTest extends BrowserTestCase {
    @Test
    void aMarkIsUndoneBeforeAnybodyHearsOfIt() {
        String mail = "undo@customer.example";
        String number = app.order("prepaid", mail, null, "{}");
        app.parcel(number, "hopgate", "HOP 8600 0000 1");
        page.navigate(app.url + "/orders/kites/" + number);
        button("Mark").click();
        page.getByText("Mark as dispatched").click();
        Locator note = page.locator(".ant-notification");
        assertThat(note).containsText("1 order marked as dispatched");
        assertThat(note).containsText("1 message will be sent in 1 minute");
        accessible("a mark that can be undone");
        note.getByText("Undo").click();
        assertThat(page.locator(".parcel .mark").first()).hasText("Packed");
        app.advance("PT10M");
        assertThat(app.read(number).path("stage").asString()).isEqualTo("packed");
        assertThat(app.read(number).path("messages").toString()).doesNotContain("on-its-way");
        assertThat(app.world.mailbox.to(mail)).isEmpty();
    }

    @Test
    void anOrderWithoutATrackingNumberIsMarked() {
        String number = app.order("prepaid", null, null, "{}");
        page.navigate(app.url + "/orders/kites/" + number);
        button("Mark").click();
        page.getByText("Mark as delivered").click();
        assertThat(page.locator(".story")).containsText("marked, by hand · no tracking number");
        assertThat(page.locator("[data-order='" + number + "']")).containsText("no contact");
        assertThat(page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName(Pattern.compile("^No contact details \\d+\\+?$"))))
                .isVisible();
    }

    @Test
    void anImportOfCarriersSaysWhatItChangesAndIsUndone() {
        page.navigate(app.url + "/setup/carriers");
        String file = "key,name,codes\nskerry-post,Skerry Mail,\nnew-line,New Line,EMI = delivered\nNO,,\n";
        page.getByLabel("Carriers file")
                .setInputFiles(new FilePayload("carriers.csv", "text/csv", file.getBytes(StandardCharsets.UTF_8)));
        Locator panel = page.getByLabel("Import carriers");
        assertThat(panel).containsText("1 new, 1 changed, 1 refused. Nothing is changed yet");
        assertThat(panel).containsText(Pattern.compile("renamed from Skerry Post, \\d+ codes removed"));
        accessible("an import of carriers");
        button("Import 2 carriers").click();
        assertThat(page.getByRole(AriaRole.TABLE)).containsText("Skerry Mail");
        assertThat(page.locator("main")).containsText("Last import: carriers.csv, 1 added, 1 changed");
        page.locator("main").getByText("Undo").click();
        assertThat(page.getByRole(AriaRole.TABLE)).containsText("Skerry Post");
        assertThat(page.getByRole(AriaRole.TABLE)).not().containsText("New Line");
    }

    @Test
    void aDraftIsThereAfterAnotherLanguageAndAReload() {
        page.navigate(app.url + "/wording/delivered/sms");
        Locator text = page.locator(".fieldbox [contenteditable]").first();
        text.click();
        page.keyboard().press("End");
        page.keyboard().type(" Thank you!");
        Locator line = page.locator("section[aria-label='Delivered'] a", new Page.LocatorOptions().setHasText("SMS"));
        assertThat(line).containsText("not saved");
        Locator languages = page.getByLabel("Language", new Page.GetByLabelOptions().setExact(true));
        languages.getByText("German").click();
        assertThat(text).containsText("zugestellt");
        languages.getByText("English").click();
        assertThat(text).containsText("Thank you!");
        page.onceDialog(dialog -> dialog.accept()); // the browser asks whether to leave what isn't saved
        page.reload();
        assertThat(page.locator(".fieldbox [contenteditable]").first()).containsText("Thank you!");
        assertThat(line).containsText("not saved");
        assertThat(page.locator(".fieldbox").first()).hasAttribute("dir", "ltr");
        page.navigate(app.url + "/wording/delivered/sms?language=ar");
        button("Start empty").click();
        assertThat(page.locator(".fieldbox").first()).hasAttribute("dir", "rtl");
    }
}
