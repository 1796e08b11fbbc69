package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import java.time.Duration;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A series is made, filled with notices, and an order is followed through it. */
class SeriesPlaceTest extends BrowserTestCase {
    private Locator panel() {
        return page.locator("aside.panel");
    }

    private Locator field(String label) {
        return panel().getByLabel(label, new Locator.GetByLabelOptions().setExact(true));
    }

    private void typeTag(String label, String tag) {
        field(label).click();
        page.keyboard().type(tag);
        page.keyboard().press("Enter");
    }

    @Test
    void fromAnEmptyListToAnOrderThatIsTakenOut() {
        page.navigate(app.url + "/plan");
        button("Follow-up series").click();
        assertThat(panel()).containsText("Notices counted from one moment");
        button("New series").click();
        button("Save series").click();
        assertThat(panel().locator(".wrong")).containsText("Enter a name");
        field("Name").fill("After delivery");
        panel().getByLabel("the customer answers one of its questions").uncheck();
        typeTag("Or the order is tagged", "angry");
        accessible("a series");
        button("Save series").click();
        Locator series = panel().getByLabel("Series After delivery");
        assertThat(series).containsText("Counted from when a parcel is delivered.");
        assertThat(series)
                .containsText(
                        "Ends when the order is cancelled or refunded, a parcel is returned,"
                                + " the customer is put on the stop list, the customer orders again or the order is tagged “angry”.");

        button("Add a notice").click();
        field("Name").fill("How was it");
        assertThat(field("Delay")).hasValue("2");
        button("Save").click();
        assertThat(panel()).containsText("Part of the series “After delivery”");
        assertThat(panel()).containsText("When a parcel is delivered");
        button("Set live").click();
        page.locator(".ant-modal").getByText("Set live").last().click();
        assertThat(panel().locator("h2 .mark")).containsText("live");

        String number = app.order("prepaid", "series@customer.example", null, "{\"email\":true}");
        app.parcel(number, "hopgate", "HOP 0601 0000 9");
        app.scan("hopgate", "HOP 0601 0000 9", "50", app.now());
        Awaitility.await()
                .atMost(Duration.ofSeconds(20))
                .until(() -> app.messages(number, "how-was-it").size() == 1);
        page.navigate(app.url + "/plan");
        button("Follow-up series").click();
        Locator members = page.getByLabel("Orders in it");
        assertThat(members).containsText(number);
        assertThat(members).containsText("How was it, E-mail");
        accessible("the orders in a series");
        button("Take out " + number).click();
        assertThat(members).hasCount(0);
        assertThat(app.messages(number, "how-was-it").get(0).path("status").asString())
                .isEqualTo("withheld");
        page.locator(".ant-message").getByText("Undo").click();
        assertThat(members).containsText(number);
        // It can't go while a notice is in it.
        assertThat(series.getByText("Delete")).hasCount(0);
    }

    @Test
    void copyTagsAndSenderAreChangedWhereTheyStand() {
        app.signedIn().call("PUT", "/ui/team-addresses", "{\"addresses\":{\"email\":\"desk@quillfeather.example\"}}");
        page.navigate(app.url + "/plan/delivered");
        button("No copy to the team").click();
        panel().getByLabel("E-mail, to desk@quillfeather.example").check();
        button("Done").click();
        assertThat(panel()).containsText("Copy to the team by E-mail");
        button("No change of tags").click();
        typeTag("When sent, add tags", "told");
        button("Done").click();
        button("From the brand’s sender").click();
        field("Sender address").fill("care@quillfeather.example");
        assertThat(panel()).containsText("This notice can’t go live before a code sent to care@quillfeather.example");
        accessible("a notice's sender");
        button("Save").click();
        assertThat(page.locator(".ant-message")).containsText("care@quillfeather.example isn't verified yet");
        button("Send code").click();
        assertThat(page.locator(".ant-message").last())
                .containsText("The code was sent", new LocatorAssertions.ContainsTextOptions().setTimeout(15_000));
        String mail = app.world
                .mailbox
                .to("care@quillfeather.example")
                .get(0)
                .subject()
                .replaceAll("\\D+", "");
        field("Code").fill(mail);
        button("Confirm code").click();
        assertThat(panel()).containsText("care@quillfeather.example can send e-mails.");
        button("Save").click();
        assertThat(panel().locator("h2")).not().containsText("not saved");
        JsonNode notice = notice("delivered").path("notice");
        assertThat(notice.path("copies").toString()).isEqualTo("[\"email\"]");
        assertThat(notice.path("addTags").toString()).isEqualTo("[\"told\"]");
        assertThat(notice.path("sender").path("address").asString()).isEqualTo("care@quillfeather.example");
        assertThat(page.getByLabel("History")).containsText("Tags: none → adds “told”");
    }

    @Test
    void anAnswerIsChosenByItsWords() {
        page.navigate(app.url + "/plan");
        page.getByLabel(java.util.regex.Pattern.compile("^Add (a|another) notice: Packed, E-mail$"))
                .click();
        field("Name").fill("Thanks for confirming");
        field("Sent when").click();
        page.keyboard().type("Answer");
        page.locator(".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option")
                .first()
                .click();
        button("Save").click();
        assertThat(panel()).containsText("When the customer answers “");
        assertThat(notice("thanks-for-confirming")
                        .path("notice")
                        .path("answer")
                        .path("button")
                        .asString())
                .isEqualTo("confirm");
        assertThat(notice("thanks-for-confirming").path("notice").path("stage").asString())
                .isEqualTo("ordered");
    }

    @Test
    void aNoticeSaysWhyAnOrderGotIt() {
        String number = app.order("prepaid", "why@customer.example", null, "{\"email\":true}");
        page.navigate(app.url + "/plan/on-its-way");
        Locator why = page.getByLabel("Why", new Page.GetByLabelOptions().setExact(true));
        why.getByLabel("Order number").fill(number);
        page.keyboard().press("Enter");
        assertThat(why).containsText(number);
        assertThat(why).containsText("upcoming");
        assertThat(why).containsText("sent at once");
        why.getByLabel("Order number").fill("nothing");
        page.keyboard().press("Enter");
        assertThat(why).containsText("There is no order nothing");
        accessible("why orders got a notice");
    }
}
