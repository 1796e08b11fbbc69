package upbeat.herald.core.wording;

import java.util.List;
import java.util.stream.Collectors;
import upbeat.herald.core.Texts;
import upbeat.herald.core.plan.Block;

/**
 * An e-mail's blocks as HTML for people who write it: short, with whole blocks as {@code {{block.items}}}, and without
 * looks, which the mail gets when it is made.
 */
public final class MailSource {
    private MailSource() {}

    public static String of(List<Block> blocks) {
        return blocks.stream().map(MailSource::one).filter(s -> !s.isEmpty()).collect(Collectors.joining("\n")) + "\n";
    }

    private static String one(Block b) {
        return switch (Block.Kind.of(b.kind())) {
            case HEADING -> "<h2>" + MailWriter.escape(b.text()) + "</h2>";
            case TEXT, DELAY -> RichText.clean(b.text()).replace("</p><p>", "</p>\n<p>");
            case HTML -> b.text().strip();
            case BUTTON -> link(b.href(), MailWriter.escape(b.label()));
            case PICTURE -> picture(b.src(), b.alt(), b.width(), b.href());
            case LINE -> "<hr>";
            case SPACE -> "";
            case COLUMNS ->
                "<table role=\"presentation\" width=\"100%\"><tr>\n"
                        + b.columns().stream()
                                .map(c -> "<td valign=\"top\">\n" + of(c) + "</td>\n")
                                .collect(Collectors.joining())
                        + "</tr></table>";
            case RECOMMENDED ->
                b.items().stream()
                        .map(r -> link(r.href(), MailWriter.escape(r.name())))
                        .collect(Collectors.joining("\n"));
            case ITEMS, PARCEL, ADDRESS, TOTALS, QUESTION -> "<p>{{" + Fields.BLOCK + b.kind() + "}}</p>";
        };
    }

    private static String link(String href, String words) {
        return "<p><a href=\"" + MailWriter.escape(href) + "\">" + words + "</a></p>";
    }

    private static String picture(String src, String alt, Integer width, String href) {
        String img = "<img src=\"" + MailWriter.plain(src) + "\" alt=\"" + MailWriter.plain(alt == null ? "" : alt)
                + "\"" + (width == null ? "" : " width=\"" + width + "\"") + ">";
        return Texts.blank(href) ? "<p>" + img + "</p>" : link(href, img);
    }
}
