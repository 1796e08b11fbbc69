package upbeat.herald.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.FrameLocator;
import com.microsoft.playwright.Page;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a customer sees of an order, on a phone with scripts off, and what the coordinator then sees. */
class TrackingPageBrowserTest extends CustomerPageTestCase {
    private String order(String language, String payment) {
        return order(language, payment, "84.50", """
                [{"sku":"BK","name":"Kastendrachen","quantity":1,"price":"60.50"},
                {"sku":"RT","name":"Bandschwanz","quantity":2,"price":"6.00"},
                {"sku":"WV","name":"Windfahne","quantity":1,"price":"12.00"}]""");
    }

    @Test
    void bothParcelsOfACashOnDeliveryOrderAndTheQuestionInGerman() {
        String number = order("de", "cash-on-delivery");
        app.advance("PT16M");
        app.settled(number, "is-it-yours", 1);
        parcel(
                number,
                "hopgate",
                "HOP 0812 0000 6",
                "[{\"sku\":\"BK\",\"quantity\":1},{\"sku\":\"RT\",\"quantity\":2}]");
        parcel(number, "skerry-post", "RX473124830XS", "[{\"sku\":\"WV\",\"quantity\":1}]");
        page.navigate(app.url + "/orders/kites/" + number);
        String address = page.locator("aside.panel")
                .getByText("Customer’s tracking page")
                .getAttribute("href");
        try (BrowserContext phone = phone(false)) {
            List<String> elsewhere = new ArrayList<>();
            Page customer = phone.newPage();
            customer.onRequest(r -> {
                if (!r.url().startsWith(app.url)) elsewhere.add(r.url());
            });
            customer.navigate(address);
            assertThat(customer.locator("html")).hasAttribute("lang", "de-DE");
            assertThat(customer.locator("h1")).hasText("Bestellung " + number);
            assertThat(customer.locator("main")).containsText("Sie zahlen 84,50\u00a0€ bei der Zustellung.");
            assertThat(customer.locator("section[id^=p]")).hasCount(2);
            assertThat(customer.locator("#p1")).containsText("In Paket 2: 1 × Windfahne");
            assertThat(customer.locator("body")).not().containsText("Hannelore");
            customer.locator("button.main").first().click();
            assertThat(customer.locator("h1")).hasText("Vielen Dank");
            customer.getByText("Zurück zu Ihrer Bestellung").click();
            assertThat(customer.locator("main")).containsText("Ihre Antwort:");
            assertThat(elsewhere).isEmpty();
        }
        page.reload();
        assertThat(page.locator("aside.panel")).containsText("on the answer page");
    }

    @ParameterizedTest
    @ValueSource(strings = {"en", "de", "fr", "es", "it", "nl", "sv", "pl"})
    void axeFindsNothingInAnyLanguage(String language) throws Exception {
        String number = order(language, "prepaid");
        String address = app.read(number).path("trackingPage").asString();
        try (BrowserContext phone = phone(true)) {
            Page customer = phone.newPage();
            for (String url : List.of(address, app.url + "/lookup/kites")) {
                customer.navigate(url);
                assertAccessible(customer, url + " in " + language);
            }
        }
    }

    /** The answer page, what follows it, the customer's choices, and a link that leads nowhere. */
    @ParameterizedTest
    @ValueSource(strings = {"en", "de", "fr", "es", "it", "nl", "sv", "pl"})
    void axeFindsNothingOnThePagesBesideIt(String language) throws Exception {
        String number = order(language, "cash-on-delivery");
        app.advance("PT16M");
        app.settled(number, "is-it-yours", 1);
        try (BrowserContext phone = phone(true)) {
            Page customer = phone.newPage();
            customer.navigate(app.read(number).path("trackingPage").asString());
            String preferences = customer.locator(".help a[href*='/u/']").getAttribute("href");
            String answer = customer.locator("form[action*='/a/']").first().getAttribute("action");
            customer.navigate(app.url + answer.replace("..", ""));
            assertAccessible(customer, "answer page in " + language);
            customer.locator("button.main").first().click();
            assertAccessible(customer, "thanks in " + language);
            customer.navigate(app.url + preferences.replace("..", ""));
            assertThat(customer.locator("html")).hasAttribute("lang", language);
            assertAccessible(customer, "preferences in " + language);
        }
    }

    @Test
    void aGuestFindsTheOrderInTheShopsOwnPage() {
        String number = order("en", "prepaid");
        try (BrowserContext desk =
                page.context().browser().newContext(new Browser.NewContextOptions().setViewportSize(900, 900))) {
            Page shop = desk.newPage();
            shop.navigate(app.world.storefront.helpPage());
            FrameLocator frame = shop.frameLocator("iframe");
            frame.getByLabel("Order number").fill(number);
            // As high as it needs to be: all of it is seen, and what stands below follows.
            shop.waitForFunction("() => document.querySelector('iframe').clientHeight > 300"
                    + " && document.querySelector('iframe').clientHeight < 500"
                    + " && document.querySelector('iframe').height !== '380'");
            frame.getByLabel("E-mail address or postcode").fill("wrong@customer.example");
            frame.getByText("Show order").click();
            assertThat(shop.getByRole(com.microsoft.playwright.options.AriaRole.ALERT))
                    .containsText("We couldn’t find an order");
            shop.getByLabel("E-mail address or postcode").fill("04774");
            shop.getByText("Show order").click();
            assertThat(shop.locator("h1")).hasText("Order " + number);
            shop.navigate(app.world.storefront.helpPage());
            shop.locator("#plain").click();
            assertThat(shop.locator("h1")).hasText("Find your order");
        }
    }
}
