package upbeat.herald.core.wording;

import java.util.List;
import java.util.Locale;
import java.util.ResourceBundle;
import upbeat.herald.core.Texts;

/** The texts of a page that customers see, in the languages of the starters; in English for everyone else. */
public final class PageTexts {
    private static final List<String> LANGUAGES = List.of("en", "de", "fr", "es", "it", "nl", "sv", "pl");
    private static final ResourceBundle.Control NO_DEFAULT =
            ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_PROPERTIES);

    private final Locale locale;
    private final ResourceBundle bundle;

    private PageTexts(String bundle, Locale locale) {
        this.locale = locale;
        this.bundle = ResourceBundle.getBundle(bundle, locale, NO_DEFAULT);
    }

    /** The language of the page for who reads these, BCP 47, the best first; English where there are texts in none. */
    public static Locale languageFor(List<String> tags) {
        return tags.stream()
                .map(tag -> Locale.forLanguageTag(tag).getLanguage())
                .filter(LANGUAGES::contains)
                .findFirst()
                .map(Locale::forLanguageTag)
                .orElse(Locale.ENGLISH);
    }

    /**
     * @param bundle name of the property files
     * @param locale in one of the languages, with a region where days are written otherwise there
     */
    public static PageTexts load(String bundle, Locale locale) {
        return new PageTexts(bundle, locale);
    }

    public Locale locale() {
        return locale;
    }

    public boolean has(String key) {
        return bundle.containsKey(key);
    }

    /** With {@code {0}}, {@code {1}} replaced by the values. */
    public String plain(String key, String... values) {
        return fill(bundle.getString(key), values);
    }

    /** The same as HTML, with the values escaped. */
    public String html(String key, String... values) {
        String[] escaped = new String[values.length];
        for (int i = 0; i < values.length; i++) escaped[i] = Texts.escapeHtml(values[i]);
        return fill(Texts.escapeHtml(bundle.getString(key)), escaped);
    }

    private static String fill(String text, String... values) {
        String filled = text;
        for (int i = 0; i < values.length; i++) filled = filled.replace("{" + i + "}", values[i]);
        return filled;
    }
}
