package upbeat.herald.core.tracking;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Locale;
import java.util.ResourceBundle;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;

/** What holds for the texts of every page that customers see. */
public final class PageBundle {
    private static final ResourceBundle.Control OWN_ONLY =
            ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_PROPERTIES);

    private PageBundle() {}

    private static ResourceBundle load(String name, String language) {
        return ResourceBundle.getBundle(name, Locale.forLanguageTag(language), OWN_ONLY);
    }

    /** @param alike keys of texts that may be the same as in English */
    public static void assertTranslated(String name, String language, Set<String> alike) {
        ResourceBundle english = load(name, "en");
        ResourceBundle own = load(name, language);
        assertThat(own.getLocale().getLanguage()).isEqualTo(language);
        assertThat(own.keySet()).isEqualTo(english.keySet());
        for (String key : english.keySet()) {
            assertThat(values(own.getString(key))).as(key).isEqualTo(values(english.getString(key)));
            if (!alike.contains(key)) assertThat(own.getString(key)).as(key).isNotEqualTo(english.getString(key));
        }
    }

    /** French typography: a narrow no-break space before double punctuation. */
    public static void assertFrenchSpaces(String name) {
        ResourceBundle french = load(name, "fr");
        assertThat(french.keySet().stream().map(french::getString))
                .noneMatch(t -> Pattern.compile("[^\u202f][:?!;]").matcher(t).find());
    }

    private static Set<String> values(String text) {
        Set<String> found = new TreeSet<>();
        Pattern.compile("\\{\\d}").matcher(text).results().forEach(m -> found.add(m.group()));
        return found;
    }
}
