package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A question is set up, answered on a phone without scripts, and followed on the order. */
class QuestionPlaceTest extends BrowserTestCase {
    private Locator panel() {
        return page.locator("aside.panel");
    }

    private Locator field(String label) {
        return panel().getByLabel(label, new Locator.GetByLabelOptions().setExact(true));
    }

    private void choose(String label, String option) {
        field(label).click();
        page.locator(".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option")
                .filter(new Locator.FilterOptions().setHasText(option))
                .first()
                .click();
    }

    private String answerLink(String number, String notice) {
        return app.settled(number, notice, 1)
                .get(0)
                .path("text")
                .asString()
                .replaceAll("(?s).*?(/a/[A-Za-z0-9_-]{20,}).*", "$1");
    }

    @Test
    void aReadyMadeQuestionIsChangedAskedAndAnsweredOnAPhone() {
        app.signedIn()
                .call("PUT", "/ui/shops/kites/calls", "{\"url\":\"" + app.world.storefront.receiver.url() + "\"}");
        page.navigate(app.url + "/plan/on-its-way");
        button("No question").click();
        choose("Ready-made question", "Delivery wish");
        assertThat(field("Label of button 1")).hasValue("With a neighbour");
        assertThat(panel()).containsText("closes when a parcel is out for delivery");
        // One thing more that an answer does, and one that is not said in full.
        field("Add an effect to answer 1").click();
        choose("Effect 2 of answer 1", "call the shop");
        field("Add an effect to answer 1").click();
        choose("Effect 3 of answer 1", "add a tag");
        panel().getByLabel("Ask once more if there’s no answer").check();
        choose("Without an answer", "the order is tagged");
        field("Tag").fill("no-wish");
        accessible("the question of a notice");
        button("Save").click();
        assertThat(panel().locator(".wrong").first()).containsText("Enter a tag");
        field("Value of effect 3 of answer 1").fill("wish");
        button("Save").click();
        assertThat(panel()).containsText("without an answer the order is tagged “no-wish”");
        assertThat(panel().locator("h2 .mark.gold")).hasCount(0);
        assertThat(panel()).containsText("and ask With a neighbour or In a safe place or On another day");

        String number = app.order("prepaid", "wish@customer.example", null, "{\"email\":true}");
        app.parcel(number, "hopgate", "HOP 0801 0000 7");
        app.scan("hopgate", "HOP 0801 0000 7", "20", app.now());
        String link = answerLink(number, "on-its-way");
        try (BrowserContext phone = page.context()
                .browser()
                .newContext(new Browser.NewContextOptions()
                        .setViewportSize(390, 800)
                        .setJavaScriptEnabled(false))) {
            Page answer = phone.newPage();
            answer.navigate(app.url + link);
            answer.locator("form:has(button[value=place]) textarea").fill("Behind the <b>shed</b>");
            answer.locator("button[value=place]").click();
            assertThat(answer.locator("main")).containsText("Behind the <b>shed</b>");
            // A change of mind, until the parcel is out for delivery.
            answer.locator("summary").click();
            answer.locator("button[value=neighbour]").click();
            assertThat(answer.locator("main")).containsText("With a neighbour");
            assertThat(answer.locator("main")).not().containsText("shed");
        }

        page.navigate(app.url + "/orders/kites/" + number);
        assertThat(panel()).containsText("“With a neighbour”");
        assertThat(panel()).containsText("Told the shop of the answer");
        assertThat(panel().locator(".mark.ok")).containsText(new String[] {"leave-with-neighbour", "wish"});
        button("Correct the answer “With a neighbour”").click();
        choose("The right answer", "In a safe place");
        field("What the customer said").fill("In the porch");
        field("Reason (shown in the timeline)").fill("called us");
        button("Save the correction").click();
        assertThat(panel()).containsText("“In a safe place”: In the porch");
        button("Hold messages").click();
        assertThat(panel().getByRole(com.microsoft.playwright.options.AriaRole.STATUS))
                .containsText("On hold");
        accessible("an order on hold");
        button("Release").click();
        assertThat(panel().getByRole(com.microsoft.playwright.options.AriaRole.STATUS))
                .hasCount(0);
        JsonNode order = app.read(number);
        assertThat(order.path("tags").toString())
                .contains("leave-in-safe-place")
                .doesNotContain("neighbour");
    }

    @Test
    void aShopIsCalledAndEachCallIsSeen() {
        app.signedIn().call("PUT", "/ui/shops/kites/calls", "{}");
        page.navigate(app.url + "/setup/shops/kites");
        Locator calls = page.getByLabel("Calls to the shop");
        calls.getByLabel("Address").fill("http://10.1.2.3/hook");
        calls.getByText("Save").click();
        assertThat(page.locator(".ant-message")).containsText("can't be called there");
        calls.getByLabel("Address").fill(app.world.storefront.receiver.url());
        calls.getByText("Save").click();
        assertThat(calls).containsText("Signing secret");
        app.world.storefront.receiver.answerNext(500, "Out of order");
        calls.getByText("Send a test call").click();
        assertThat(calls).containsText("will be tried again");
        assertThat(calls).containsText("Status 500: Out of order");
        accessible("calls to a shop");
        calls.getByText("Send again").click();
        assertThat(calls).containsText("delivered");
        assertThat(app.world.storefront.receiver.calls()).anyMatch(c -> c.body().contains("upbeat.herald.test"));
    }
}
