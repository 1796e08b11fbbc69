package upbeat.herald.core.tracking;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.BlockCondition;
import upbeat.herald.core.wording.RichText;
import upbeat.herald.core.wording.email.EmailBlocks;
import upbeat.herald.core.wording.email.EmailValues;
import upbeat.herald.core.wording.template.EmptyFieldException;
import upbeat.herald.core.wording.template.FieldValues;
import upbeat.herald.core.wording.template.LazyValues;
import upbeat.herald.core.wording.template.Phrases;
import upbeat.herald.core.wording.template.RawText;
import upbeat.herald.core.wording.template.TextTemplate;

/**
 * The page's blocks as HTML, in the order in which the brand put them. What stands between the parts that the page
 * writes itself goes into a card of its own. A block whose field has no value is left out: nobody reads a hole.
 */
final class PageBlocks {
    private static final String INK = "#2d2142";

    private final Map<String, LazyValues> values;
    private final Phrases phrases;
    private final TrackingPage.Links links;
    private final List<String> pictures;

    private PageBlocks(PageText text, TrackingPage.Links links) {
        values = FieldValues.collect(text.subject(), false);
        EmailValues.putConditions(values, text.subject());
        phrases = Phrases.forLocale(text.subject().locale());
        this.links = links;
        pictures = listPictures(text.blocks());
    }

    /** Addresses of the pictures that the blocks show; the page has them under their place in this list. */
    static List<String> listPictures(List<Block> blocks) {
        List<String> all = new ArrayList<>();
        for (Block b : EmailBlocks.flatten(blocks)) {
            if ("picture".equals(b.kind()) && TrackingPage.isPicture(b.picture().src()))
                all.add(String.valueOf(b.picture().src()));
            b.itemsOrNone().stream()
                    .map(Block.Recommended::src)
                    .filter(TrackingPage::isPicture)
                    .forEach(src -> all.add(String.valueOf(src)));
        }
        return all;
    }

    /** @param part what the page writes itself, by the block's kind; empty where it has nothing to say */
    static String write(PageText text, TrackingPage.Links links, Locale page, Function<Block.Kind, String> part) {
        PageBlocks writer = new PageBlocks(text, links);
        String language = text.subject().locale().getLanguage();
        String card = "<section class=\"card own\""
                + (language.equals(page.getLanguage()) ? ">" : " lang=\"" + language + "\">");
        StringBuilder html = new StringBuilder();
        StringBuilder own = new StringBuilder();
        for (Block b : text.blocks()) {
            Block.Kind kind = Block.Kind.getByCode(b.kind());
            boolean isPart = kind == Block.Kind.QUESTION || !kind.isFor(false);
            if (!isPart) {
                own.append(writer.fill(b));
                continue;
            }
            if (!own.isEmpty()) html.append(card).append(own).append("</section>");
            own.setLength(0);
            if (writer.isShown(b)) html.append(part.apply(kind));
        }
        if (!own.isEmpty()) html.append(card).append(own).append("</section>");
        return html.toString();
    }

    private boolean isShown(Block b) {
        return !TextTemplate.html(when(b, "x")).render(values).isEmpty();
    }

    private static String when(Block b, String template) {
        BlockCondition when = BlockCondition.fromCode(b.when());
        return when == null
                ? template
                : "{{#if mail.when." + EmailValues.conditionName(when) + "}}" + template + "{{/if}}";
    }

    private String fill(Block b) {
        try {
            return TextTemplate.html(when(b, template(b))).render(values);
        } catch (EmptyFieldException e) {
            return "";
        }
    }

    private String template(Block b) {
        return switch (Block.Kind.getByCode(b.kind())) {
            case HEADING -> "<h2>" + escape(b.text()) + "</h2>";
            case TEXT -> RichText.styled(b.text(), "", INK);
            case DELAY -> "<div class=\"notice\">" + RichText.styled(b.text(), "", INK) + "</div>";
            case BUTTON ->
                "<p>"
                        + link(
                                b.link().href(),
                                "class=\"button\" ",
                                escape(b.link().label())) + "</p>";
            case PICTURE -> "<p>" + picture(b) + "</p>";
            case COLUMNS -> columns(b);
            case LINE -> "<hr>";
            case SPACE ->
                "<div style=\"height:"
                        + (b.picture().height() == null ? 16 : b.picture().height()) + "px\"></div>";
            case RECOMMENDED -> recommended(b);
            default -> "";
        };
    }

    private static String link(@Nullable String href, String more, String words) {
        return "<a " + more + "rel=\"noopener noreferrer\" href=\"" + escape(href) + "\">" + words + "</a>";
    }

    private String picture(Block b) {
        String image = image(b.picture().src(), b.picture().alt(), b.picture().width());
        return Texts.isBlank(b.link().href()) ? image : link(b.link().href(), "", image);
    }

    /** Through the server: the page loads nothing from elsewhere. */
    private String image(@Nullable String src, @Nullable String alt, @Nullable Integer width) {
        int place = pictures.indexOf(String.valueOf(src));
        return place < 0
                ? ""
                : "<img src=\"" + escape(links.ownPicture(place, String.valueOf(src))) + "\" alt=\""
                        + escape(Texts.orEmpty(alt)) + (width == null ? "\">" : "\" width=\"" + width + "\">");
    }

    private String columns(Block b) {
        StringBuilder html = new StringBuilder("<div class=\"columns\">");
        for (List<Block> column : b.columnsOrNone()) {
            html.append("<div>");
            column.forEach(inner -> html.append(when(inner, template(inner))));
            html.append("</div>");
        }
        return html.append("</div>").toString();
    }

    private String recommended(Block b) {
        StringBuilder html = new StringBuilder("<h3>" + escape(phrases.get("like")) + "</h3><ul class=\"like\">");
        for (Block.Recommended r : b.itemsOrNone())
            html.append("<li>")
                    .append(link(
                            r.href(),
                            "",
                            image(r.src(), "", 120)
                                    + escape(r.name())
                                    + (Texts.isBlank(r.price()) ? "" : "<br>" + escape(r.price()))))
                    .append("</li>");
        return html.append("</ul>").toString();
    }

    private static String escape(@Nullable String text) {
        return RawText.escapeAroundFields(text);
    }
}
