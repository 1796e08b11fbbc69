package upbeat.herald.server.customerpage;

import java.util.Collections;
import java.util.Enumeration;
import java.util.List;
import java.util.Locale;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.PageTexts;

/** The texts of the pages that customers see beside their tracking page. */
final class CustomerPageTexts {
    private static final String BUNDLE = "upbeat.herald.server.customerpage.texts";

    private final PageTexts texts;

    private CustomerPageTexts(PageTexts texts) {
        this.texts = texts;
    }

    /** @param tags BCP 47, the best first; English where there are texts in none of them */
    static CustomerPageTexts forLanguages(List<String> tags) {
        return new CustomerPageTexts(PageTexts.load(BUNDLE, PageTexts.languageFor(tags)));
    }

    /** For a page without an order: the first of the browser's languages that there are texts in. */
    static CustomerPageTexts forBrowser(Enumeration<Locale> accepted) {
        return forLanguages(
                Collections.list(accepted).stream().map(Locale::toLanguageTag).toList());
    }

    Locale locale() {
        return texts.locale();
    }

    /** As HTML; {@code {0}} and {@code {1}} stand for the values, which are escaped. */
    String html(String key, String... values) {
        return texts.html(key, values);
    }

    String plain(String key, String... values) {
        return texts.plain(key, values);
    }

    /** What a channel is called; most have one name everywhere. */
    String channel(Channel channel) {
        String key = "channel." + channel.code();
        return texts.has(key) ? texts.plain(key) : channel.label();
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
