package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import org.junit.jupiter.api.Test;

/** What is wrong with a plan stands in the Plan, with the way to it; what became of a notice stands at the order. */
class PlanChecksTest extends BrowserTestCase {
    private static final String TWICE = """
            {"name":"Said twice","stage":"delivered","after":"PT0S","channels":["email"],"rule":"all","per":"parcel",
            "ageLimit":"PT48H","state":"live","buttons":[],"audience":{"match":"all","conditions":[],"groups":[]}}""";

    @Test
    void aFindingLeadsToItsPlace() {
        app.signedIn().call("POST", "/ui/plan/notices", TWICE);
        page.navigate(app.url + "/plan");
        Locator checks = page.getByLabel("Checks");
        assertThat(checks).containsText("also speaks at this moment by e-mail");
        assertThat(page.locator(".pennant", new Page.LocatorOptions().setHasText("Said twice")))
                .containsText("look");
        accessible("the plan with its checks");
        checks.locator("a", new Locator.LocatorOptions().setHasText("Said twice"))
                .first()
                .click();
        assertThat(page.locator("aside.panel h2")).containsText("Said twice");
        button("Delete").click();
        page.locator(".ant-popconfirm button", new Page.LocatorOptions().setHasText("Delete"))
                .click();
        assertThat(page.getByLabel("Checks")).not().containsText("Said twice");
    }

    @Test
    void anOrderTellsWhatBecameOfEachNotice() {
        String number = app.order("prepaid", "steps@customer.example", null, "{\"email\":true}");
        app.parcel(number, "hopgate", "HOP 0041 7738 2");
        app.scan("hopgate", "HOP 0041 7738 2", "20", app.now());
        page.navigate(app.url + "/orders/kites/" + number);
        page.getByText("Upcoming and skipped messages").first().click();
        Locator steps = page.getByLabel("What happened: On its way");
        assertThat(steps)
                .containsText(
                        "sent",
                        new LocatorAssertions.ContainsTextOptions()
                                .setTimeout(15_000)
                                .setIgnoreCase(true));
        assertThat(steps.locator("li").first()).containsText("dispatched");
    }

    @Test
    void whatAShopSaysItselfIsWarnedOf() {
        app.order("prepaid", "shop.says@customer.example", null, "{\"email\":true}");
        page.navigate(app.url + "/plan");
        page.getByText("What your shops say themselves").click();
        page.getByLabel("kites tells its customers itself about").click();
        page.locator(".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option[title=Delivered]")
                .click();
        assertThat(page.getByLabel("Checks")).containsText("The shop kites tells customers about this too");
        page.keyboard().press("Escape");
        accessible("what shops say themselves");
        page.locator(".ant-select-selection-item-remove").first().click();
        assertThat(page.getByLabel("Checks")).not().containsText("The shop kites tells customers");
    }
}
