package upbeat.herald.server.customerpage;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.ResourceBundle;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.wording.Brand;

class CustomerPageTextsTest {
    private static final ResourceBundle.Control OWN_ONLY =
            ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_PROPERTIES);

    private static ResourceBundle bundle(String language) {
        return ResourceBundle.getBundle(
                "upbeat.herald.server.customerpage.texts", Locale.forLanguageTag(language), OWN_ONLY);
    }

    /** The languages of the starters, each with every text and the same places for values. */
    @ParameterizedTest
    @ValueSource(strings = {"de", "fr", "es", "it", "nl", "sv", "pl"})
    void everyLanguageHasEveryTextWithTheSameValues(String language) {
        ResourceBundle english = bundle("en");
        ResourceBundle own = bundle(language);
        assertThat(own.getLocale().getLanguage()).isEqualTo(language);
        for (String key : english.keySet()) {
            assertThat(values(own.getString(key))).as(key).isEqualTo(values(english.getString(key)));
            if (!Set.of("total", "orderTitle", "channel.email").contains(key))
                assertThat(own.getString(key)).as(key).isNotEqualTo(english.getString(key));
        }
    }

    private static Set<String> values(String text) {
        Set<String> found = new TreeSet<>();
        Pattern.compile("\\{\\d}").matcher(text).results().forEach(m -> found.add(m.group()));
        return found;
    }

    /** French typography: a narrow no-break space before double punctuation. */
    @Test
    void frenchHasItsSpaces() {
        ResourceBundle french = bundle("fr");
        assertThat(french.keySet().stream().map(french::getString))
                .noneMatch(t -> Pattern.compile("[^\u202f][:?!;]").matcher(t).find());
    }

    @Test
    void whatACustomerWroteIsEscaped() {
        CustomerPageTexts texts = CustomerPageTexts.forLanguages(List.of("en"));
        assertThat(texts.html("yourAnswer", "<b>1</b>", "Yes & no"))
                .isEqualTo("Your answer for order &lt;b&gt;1&lt;/b&gt;: Yes &amp; no");
        assertThat(texts.plain("orderTitle", "A&B")).isEqualTo("Order A&B");
    }

    @Test
    void aLanguageWithoutTextsGetsEnglish() {
        assertThat(CustomerPageTexts.forLanguages(List.of("fi")).locale()).isEqualTo(Locale.ENGLISH);
        assertThat(CustomerPageTexts.forLanguages(List.of()).locale()).isEqualTo(Locale.ENGLISH);
        assertThat(CustomerPageTexts.forLanguages(List.of("de-AT")).locale()).isEqualTo(Locale.GERMAN);
        assertThat(CustomerPageTexts.forLanguages(List.of("tlh", "sv-SE")).locale())
                .as("the country's language where there are no texts in the customer's own")
                .isEqualTo(Locale.forLanguageTag("sv"));
    }

    @Test
    void theBrowsersFirstKnownLanguageIsTaken() {
        assertThat(CustomerPageTexts.forBrowser(Collections.enumeration(
                                List.of(new Locale("fi"), new Locale("sv", "FI"), Locale.ENGLISH)))
                        .locale())
                .isEqualTo(new Locale("sv"));
        assertThat(CustomerPageTexts.forBrowser(Collections.emptyEnumeration()).locale())
                .isEqualTo(Locale.ENGLISH);
    }

    @Test
    void nobodyIsSentToAnAddressThatIsNotSet() {
        CustomerPageTexts texts = CustomerPageTexts.forLanguages(List.of("en"));
        assertThat(texts.contact(brand("orders@localhost.invalid", null))).isEmpty();
        assertThat(texts.contact(brand("help@shop.example", null)))
                .isEqualTo("<p>Questions? Write to help@shop.example.</p>");
        assertThat(texts.contact(brand("help@shop.example", "+46 31 390 06 01")))
                .isEqualTo("<p>Questions? Call +46 31 390 06 01.</p>");
    }

    private static Brand brand(String senderAddress, String phone) {
        return new Brand(
                "Shop",
                Brand.Sender.of(senderAddress, "Shop"),
                new Brand.Contact(phone, null, null, List.of()),
                Brand.Look.ofColour("#2d2142"),
                "en");
    }
}
