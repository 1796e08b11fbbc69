package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** A coordinator sees what a notice would have said to past customers, before it speaks to the next ones. */
class RehearsalPlaceTest extends BrowserTestCase {
    private static final LocatorAssertions.ContainsTextOptions PATIENT =
            new LocatorAssertions.ContainsTextOptions().setTimeout(30_000);

    private Locator main() {
        return page.locator("main");
    }

    private String deliveredOrder(String tracking) {
        String number =
                app.order("prepaid", "rehearsed@customer.example", "+46701740651", "{\"email\":true,\"sms\":true}");
        app.parcel(number, "hopgate", tracking);
        app.scan("hopgate", tracking, "20", app.now());
        app.advance("PT1H");
        app.scan("hopgate", tracking, "50", app.now());
        app.advance("PT1H");
        return number;
    }

    @Test
    void whatIsBeingWrittenIsRehearsedOnThePast() {
        String number = deliveredOrder("HOP 0041 7738 2");
        page.navigate(app.url + "/plan");
        page.getByLabel(Pattern.compile("^Add (a|another) notice: Delivered, SMS$"))
                .click();
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Glad it arrived");
        button("Rehearse").click();
        assertThat(main()).containsText("nothing was sent", PATIENT);
        assertThat(main()).containsText("Glad it arrived");
        assertThat(page).hasTitle("Rehearsals · Upbeat Herald");
        assertThat(page.locator("aside")).containsText("Added: Glad it arrived, SMS");
        accessible("a rehearsal's figures");

        // The order shows what its customer would have read; the address of that can be sent to a colleague.
        page.locator(".differing a", new Page.LocatorOptions().setHasText(number))
                .click();
        Locator told = page.locator(".rehearsal details", new Page.LocatorOptions().setHasText("Glad it arrived"));
        assertThat(told).containsText("differs");
        told.locator("summary").click();
        assertThat(told.locator(".said")).containsText(number);
        accessible("one order of a rehearsal");
        page.reload();
        assertThat(page.locator("aside h2")).containsText(number);
        page.getByLabel("Close", new Page.GetByLabelOptions().setExact(true)).click();
        assertThat(page.locator("aside h2")).containsText("What differs");

        // What was written is still there, unsaved.
        page.navigate(app.url + "/plan");
        assertThat(main()).not().containsText("Glad it arrived");
    }

    @Test
    void rehearsalsAreKeptComparedAndRemoved() {
        deliveredOrder("HOP 0041 7739 9");
        page.navigate(app.url + "/rehearsals");
        button("Rehearse").click();
        assertThat(main()).containsText("nothing was sent", PATIENT);
        // The live plan stands beside what was really sent.
        assertThat(main()).containsText("compared with what was really sent");
        page.getByRole(
                        com.microsoft.playwright.options.AriaRole.LINK,
                        new Page.GetByRoleOptions().setName("Rehearsals"))
                .click();
        accessible("the list of rehearsals");
        page.getByLabel("First day").fill("2026-11-25");
        page.getByLabel("Last day").fill("2026-11-01");
        button("Rehearse").click();
        assertThat(page.locator(".ant-message")).containsText("Choose a first day before the last one");
        page.getByLabel("First day").fill("2026-10-01");
        page.getByLabel("Last day").fill("2026-10-31");
        button("Rehearse").click();
        assertThat(main()).containsText("1 Oct – 31 Oct 2026", PATIENT);
        assertThat(main()).containsText("Everything was sent.", PATIENT);
        page.getByLabel("Compare with another rehearsal").click();
        page.locator(".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option")
                .first()
                .click();
        assertThat(main()).containsText("compared with “");
        assertThat(page.url()).contains("with=rh-");
        page.navigate(app.url + "/rehearsals");
        Locator rows = page.locator("tbody tr");
        assertThat(rows.first()).containsText("coordinator");
        int before = rows.count();
        rows.first().locator("button").click();
        page.locator(".ant-popconfirm button", new Page.LocatorOptions().setHasText("Delete"))
                .click();
        assertThat(rows).hasCount(before - 1);
    }

    @Test
    void ordersOfAFileAreSeenAndThenRehearsed() {
        page.navigate(app.url + "/rehearsals");
        page.getByText("A file", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(button("Rehearse")).isDisabled();
        Locator file = page.getByLabel("Orders and scans to rehearse");
        file.setInputFiles(csv("a,b\n1,2\n"));
        assertThat(page.locator(".ant-message")).containsText("No column has the order numbers");
        file.setInputFiles(csv("order number,placed at,e-mail,country,carrier,tracking number,scan code,scanned at\n"
                + "F-1,2026-11-20 10:00,one@customer.example,SE,hopgate,HOP 0601 0000 9,20,2026-11-20 18:00\n"
                + "F-2,yesterday,two@customer.example,SE,,,,\n"));
        Locator content = page.getByLabel("File", new Page.GetByLabelOptions().setExact(true));
        assertThat(content).containsText("1 order, 1 scan");
        assertThat(content).containsText("1 row can’t be used and will be left out");
        assertThat(content).containsText("Row 3: \"yesterday\" isn't a date");
        accessible("a file to rehearse");
        button("Rehearse").click();
        assertThat(page.getByLabel("Rehearsal", new Page.GetByLabelOptions().setExact(true)))
                .containsText("orders.csv · ");
        assertThat(page.locator("dl.totals").first()).containsText("Messages");
    }

    private static FilePayload csv(String text) {
        return new FilePayload("orders.csv", "text/csv", text.getBytes(StandardCharsets.UTF_8));
    }
}
