package upbeat.herald.core.tracking;

import java.util.Locale;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.template.FieldValues;

/** The frame of all pages that customers see: the brand's logo and colours, no script, nothing from elsewhere. */
public final class PageFrame {
    private PageFrame() {}

    /** A page of several parts under its title. @param main HTML, escaped by the caller */
    public static String wrap(Locale locale, Brand brand, String title, CharSequence main) {
        return page(locale, brand, title, logo(brand), "<h1>" + escape(title) + "</h1>" + main);
    }

    /** A page that says one thing, under the brand's name. @param main HTML, escaped by the caller */
    public static String wrapCard(Locale locale, Brand brand, String title, CharSequence main) {
        return page(
                locale,
                brand,
                title,
                "<p>" + escape(brand.name()) + "</p>",
                "<section class=\"card\"><h1 class=\"large\">" + escape(title) + "</h1>" + main + "</section>");
    }

    private static String page(Locale locale, Brand brand, String title, String head, String main) {
        return "<!doctype html><html lang=\"" + locale.toLanguageTag()
                + "\" dir=\"ltr\"><head><meta charset=\"utf-8\">"
                + "<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">"
                + "<meta name=\"robots\" content=\"noindex\"><title>" + escape(title + " · " + brand.name())
                + "</title><style>" + PageStyle.of(brand) + "</style></head><body><header>" + head
                + "</header><main>" + main + "</main></body></html>";
    }

    private static String logo(Brand brand) {
        if (brand.look().logoUrl() == null) return "<p>" + escape(brand.name()) + "</p>";
        Integer width = brand.look().logoWidth();
        return "<img src=\"" + escape(brand.look().logoUrl()) + "\" alt=\"" + escape(brand.name()) + "\" width=\""
                + Math.min(width == null ? Brand.USUAL_LOGO_WIDTH : width, PageStyle.WIDEST_LOGO) + "\">";
    }

    /** A link out of the page, with its words. */
    public static String anchor(String href, String label) {
        return "<a rel=\"noopener noreferrer\" href=\"" + escape(href) + "\">" + escape(label) + "</a>";
    }

    /** Of somebody else, in whatever direction it is written. */
    public static String name(@Nullable String words) {
        return "<bdi>" + escape(FieldValues.oneLine(words)) + "</bdi>";
    }

    public static String escape(@Nullable String text) {
        return Texts.escapeHtml(text == null ? null : Texts.removeDirectionControls(text));
    }
}
