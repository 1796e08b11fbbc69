package upbeat.herald.server.customerpage;

import java.util.Collections;
import java.util.Enumeration;
import java.util.List;
import java.util.Locale;
import java.util.ResourceBundle;
import org.springframework.web.util.HtmlUtils;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;

/** The texts of the pages that customers see, in the languages of the starters; in English for everyone else. */
final class CustomerPageTexts {
    private static final List<String> LANGUAGES = List.of("en", "de", "fr", "es", "it", "nl", "sv", "pl");
    private static final ResourceBundle.Control NO_DEFAULT =
            ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_PROPERTIES);

    private final Locale locale;
    private final ResourceBundle bundle;

    private CustomerPageTexts(Locale locale) {
        this.locale = locale;
        bundle = ResourceBundle.getBundle("upbeat.herald.server.customerpage.texts", locale, NO_DEFAULT);
    }

    /** @param tags BCP 47, the best first; English where there are texts in none of them */
    static CustomerPageTexts forLanguages(List<String> tags) {
        return new CustomerPageTexts(tags.stream()
                .map(tag -> Locale.forLanguageTag(tag).getLanguage())
                .filter(LANGUAGES::contains)
                .findFirst()
                .map(Locale::forLanguageTag)
                .orElse(Locale.ENGLISH));
    }

    /** For a page without an order: the first of the browser's languages that there are texts in. */
    static CustomerPageTexts forBrowser(Enumeration<Locale> accepted) {
        return forLanguages(
                Collections.list(accepted).stream().map(Locale::toLanguageTag).toList());
    }

    Locale locale() {
        return locale;
    }

    /** As HTML; {@code {0}} and {@code {1}} stand for the values, which are escaped. */
    String html(String key, String... values) {
        String text = HtmlUtils.htmlEscape(bundle.getString(key), "UTF-8");
        for (int i = 0; i < values.length; i++)
            text = text.replace("{" + i + "}", HtmlUtils.htmlEscape(values[i], "UTF-8"));
        return text;
    }

    String plain(String key, String... values) {
        String text = bundle.getString(key);
        for (int i = 0; i < values.length; i++) text = text.replace("{" + i + "}", values[i]);
        return text;
    }

    /** What a channel is called; most have one name everywhere. */
    String channel(Channel channel) {
        String key = "channel." + channel.code();
        return bundle.containsKey(key) ? bundle.getString(key) : channel.label();
    }

    /**
     * Whom to ask, as a paragraph: the telephone number where the brand has one, else the sender's address; nothing
     * while neither is set.
     */
    String contact(Brand brand) {
        if (brand.contact().phone() == null && !brand.hasSenderAddress()) return "";
        return "<p>"
                + (brand.contact().phone() == null
                        ? html("questions.mail", brand.sender().senderAddress())
                        : html("questions.phone", brand.contact().phone()))
                + "</p>";
    }
}
