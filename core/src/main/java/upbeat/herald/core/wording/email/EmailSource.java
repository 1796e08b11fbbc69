package upbeat.herald.core.wording.email;

import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.Fields;
import upbeat.herald.core.wording.RichText;

/**
 * An e-mail's blocks as HTML for people who write it: short, with whole blocks as {@code {{block.items}}}, and without
 * looks, which the mail gets when it is made.
 */
public final class EmailSource {
    private EmailSource() {}

    public static String toHtml(List<Block> blocks) {
        return blocks.stream().map(EmailSource::one).filter(s -> !s.isEmpty()).collect(Collectors.joining("\n")) + "\n";
    }

    private static String one(Block b) {
        return switch (Block.Kind.getByCode(b.kind())) {
            case HEADING -> "<h2>" + EmailWriter.escape(b.text()) + "</h2>";
            case TEXT, DELAY -> RichText.clean(Texts.orEmpty(b.text())).replace("</p><p>", "</p>\n<p>");
            case HTML -> Texts.orEmpty(b.text()).strip();
            case BUTTON -> link(b.link().href(), EmailWriter.escape(b.link().label()));
            case PICTURE ->
                picture(
                        b.picture().src(),
                        b.picture().alt(),
                        b.picture().width(),
                        b.link().href());
            case LINE -> "<hr>";
            case SPACE, PARCELS, RETURNS, HELP -> "";
            case COLUMNS ->
                "<table role=\"presentation\" width=\"100%\"><tr>\n"
                        + b.columnsOrNone().stream()
                                .map(c -> "<td valign=\"top\">\n" + toHtml(c) + "</td>\n")
                                .collect(Collectors.joining())
                        + "</tr></table>";
            case RECOMMENDED ->
                b.itemsOrNone().stream()
                        .map(r -> link(r.href(), EmailWriter.escape(r.name())))
                        .collect(Collectors.joining("\n"));
            case ITEMS, PARCEL, ADDRESS, TOTALS, QUESTION -> "<p>{{" + Fields.BLOCK + b.kind() + "}}</p>";
        };
    }

    private static String link(@Nullable String href, String words) {
        return "<p><a href=\"" + EmailWriter.escape(href) + "\">" + words + "</a></p>";
    }

    private static String picture(
            @Nullable String src, @Nullable String alt, @Nullable Integer width, @Nullable String href) {
        String img = "<img src=\"" + Texts.escapeHtml(src) + "\" alt=\"" + Texts.escapeHtml(alt) + "\""
                + (width == null ? "" : " width=\"" + width + "\"") + ">";
        return Texts.isBlank(href) ? "<p>" + img + "</p>" : link(href, img);
    }
}
