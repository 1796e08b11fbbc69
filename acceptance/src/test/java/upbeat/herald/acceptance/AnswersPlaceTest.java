package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.time.Duration;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;

/** What customers answer is seen in one place, and what no rule can read is dealt with by a person. */
class AnswersPlaceTest extends BrowserTestCase {
    private Locator pill(String name) {
        return page.getByLabel("Filters").getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(name));
    }

    private Locator rows() {
        return page.locator("table.answers tbody tr");
    }

    @Test
    void fromNoQuestionsToAReplyThatIsDealtWith() {
        app.emptyPlan(app.signedIn());
        page.navigate(app.url + "/answers");
        assertThat(page.locator(".empty h2")).containsText("No questions yet");
        accessible("the place Answers without questions");
        app.signedIn().call("POST", "/ui/plan/notices", """
                        {"name":"Is it yours?","stage":"ordered","channels":["sms"],"rule":"all","per":"order",
                        "ageLimit":"PT48H","state":"live","audience":{"match":"all","conditions":[],"groups":[]},
                        "buttons":[{"id":"confirm","label":"Yes, pack it","tag":"confirmed","refuses":false},
                        {"id":"cancel","label":"Cancel it","tag":"cancel-requested","refuses":true}]}""");
        String yes = app.order("cash-on-delivery", null, "+46701740641", "{\"sms\":true}");
        String no = app.order("cash-on-delivery", null, "+46701740642", "{\"sms\":true}");
        String open = app.order("cash-on-delivery", null, "+46701740643", "{\"sms\":true}");
        for (String number : new String[] {yes, no, open})
            Awaitility.await()
                    .atMost(Duration.ofSeconds(20))
                    .until(() -> app.read(number).path("messages").toString().contains("\"sentAt\":\""));
        app.world.sms.reply("+46701740641", "yes");
        app.world.sms.reply("+46701740642", "No!");
        app.world.sms.reply("+46701740643", "Who are you?");
        // It comes by itself.
        assertThat(pill("Answered")).containsText("1");
        assertThat(pill("Cancelled")).containsText("1");
        assertThat(pill("Waiting")).containsText("1");
        assertThat(rows()).hasCount(3);
        assertThat(page.locator(".askedfigures")).containsText("3 asked · 2 answered (67 %) · 1 cancelled");
        assertThat(page.locator("button.stop", new Page.LocatorOptions().setHasText("Ordered")))
                .containsText("1");
        accessible("the place Answers");

        pill("Cancelled").click();
        assertThat(rows()).hasCount(1);
        assertThat(rows()).containsText(no);
        assertThat(rows()).containsText("by SMS");
        rows().getByText(no).click();
        assertThat(page.getByLabel("Order " + no)).containsText("the customer asked to cancel");
        assertThat(page.getByLabel("Order " + no)).containsText("“No!”");
        page.keyboard().press("Escape");
        assertThat(page.getByLabel("Order " + no)).hasCount(0);

        assertThat(page.locator("nav")).containsText("Answers1");
        pill("Needs a person").click();
        Locator inbox = page.getByLabel("Replies that need a person");
        assertThat(inbox).containsText("Who are you?");
        accessible("replies that need a person");
        inbox.getByText("Open order " + open).click();
        Locator order = page.getByLabel("Order " + open);
        order.getByText("Answer “Is it yours?” for the customer").click();
        order.getByLabel("Answer", new Locator.GetByLabelOptions().setExact(true))
                .click();
        page.locator(".ant-select-dropdown:not(.ant-select-dropdown-hidden)")
                .getByText("Yes, pack it")
                .click();
        order.getByLabel("Reason (shown in the timeline)").fill("called back");
        button("Save the answer").click();
        assertThat(order).containsText("entered by hand");
        inbox.getByText("Done").click();
        assertThat(page.locator(".empty h2")).containsText("Nothing needs a person");
        assertThat(page.locator("nav .mark")).hasCount(0);
        pill("All questions").click();
        assertThat(pill("Waiting")).containsText("0");
        page.keyboard().press("g");
        page.keyboard().press("o");
        assertThat(page.locator("h1")).containsText("Orders");
        page.keyboard().press("g");
        page.keyboard().press("a");
        assertThat(page.locator("h1")).containsText("Answers");
    }
}
