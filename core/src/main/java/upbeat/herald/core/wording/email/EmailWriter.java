package upbeat.herald.core.wording.email;

import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.BlockCondition;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.RichText;
import upbeat.herald.core.wording.template.Phrases;
import upbeat.herald.core.wording.template.RawText;

/**
 * Writes blocks as the templates of a mail's two bodies. What a customer's order brings in stands in double braces and
 * is escaped when it is filled.
 */
final class EmailWriter {
    private static final String INK = "#2d2142";
    private static final String SOFT = "#5d5272";
    private static final String FONT = "font-size:16px;line-height:1.5;color:" + INK;
    private static final String TABLE =
            "<table role=\"presentation\" width=\"100%\" cellpadding=\"0\" cellspacing=\"0\" ";
    private static final String PANEL = TABLE
            + "class=\"panel\" style=\"margin:0 0 16px;background:#fbf8f1;border:1px solid #e4dccb\"><tr><td class=\"ink\" style=\"padding:14px 16px;font-size:15px;line-height:1.5;color:"
            + INK + "\">";
    private static final String CELL = "padding:8px 0;border-bottom:1px solid #e4dccb;font-size:15px;color:" + INK;
    private static final String PICTURED = "<td width=\"64\" class=\"rule\" style=\"" + CELL
            + "\">{{#if picture}}<img src=\"{{picture}}\" width=\"52\" height=\"52\" alt=\"{{name}}\" style=\"display:block;border:0\">{{/if}}</td>";
    private static final Pattern BLOCK =
            Pattern.compile("<p[^>]*>\\s*\\{\\{block\\.(\\w+)}}\\s*</p>|\\{\\{block\\.(\\w+)}}");

    private final Brand brand;
    private final @Nullable Question question;
    private final Phrases phrases;
    private final String end;
    private final StringBuilder html = new StringBuilder();
    private final StringBuilder text = new StringBuilder();

    /** @param end where a line ends: {@code right}, or {@code left} in languages written the other way */
    EmailWriter(Brand brand, @Nullable Question question, Phrases phrases, String end) {
        this.brand = brand;
        this.question = question;
        this.phrases = phrases;
        this.end = end;
    }

    String html() {
        return html.toString();
    }

    String text() {
        return text.toString();
    }

    /** A body written by hand instead of blocks, in which whole blocks may stand as {@code {{block.items}}}. */
    void source(String source) {
        html.append(withBlocks(RichText.safeHtml(source, FONT, INK), true)).append('\n');
        text.append(withBlocks(RichText.plainOfHtml(source), false));
    }

    private String withBlocks(String body, boolean asHtml) {
        return BLOCK.matcher(body).replaceAll(found -> {
            EmailWriter one = new EmailWriter(brand, question, phrases, end);
            one.block(Block.of(found.group(1) == null ? found.group(2) : found.group(1)));
            return Matcher.quoteReplacement(
                    asHtml ? one.html() : "\n" + one.text().strip() + "\n");
        });
    }

    void block(Block b) {
        BlockCondition when = BlockCondition.fromCode(b.when());
        both(when == null ? "" : "{{#if mail.when." + EmailValues.conditionName(when) + "}}");
        switch (Block.Kind.getByCode(b.kind())) {
            case HEADING -> heading(b.text());
            case TEXT -> {
                html.append(RichText.styled(b.text(), FONT, INK));
                text.append(RichText.plain(b.text()));
            }
            case ITEMS -> items(b);
            case PARCEL -> parcel("text".equals(b.link().style()));
            case ADDRESS -> address();
            case TOTALS -> totals();
            case BUTTON -> {
                button(escape(b.link().href()), escape(b.link().label()));
                text.append(b.link().label())
                        .append(phrases.colon())
                        .append(b.link().href())
                        .append("\n\n");
            }
            case QUESTION -> question();
            case PICTURE -> picture(b);
            case COLUMNS -> columns(b.columnsOrNone());
            case LINE -> {
                html.append(TABLE)
                        .append(
                                "style=\"margin:0 0 16px\"><tr><td class=\"rule\" height=\"1\" style=\"border-top:1px solid #e4dccb;font-size:1px;line-height:1px\">&nbsp;</td></tr></table>\n");
                text.append("----\n\n");
            }
            case SPACE ->
                html.append("<div style=\"height:")
                        .append(b.picture().height() == null ? 16 : b.picture().height())
                        .append("px;line-height:1px;font-size:1px\">&nbsp;</div>\n");
            case DELAY -> {
                html.append(PANEL.replace(
                                "border:1px solid #e4dccb", "border:1px solid #e4dccb;border-left:4px solid #f0a229"))
                        .append(RichText.styled(b.text(), FONT, INK))
                        .append("</td></tr></table>\n");
                text.append(RichText.plain(b.text()));
            }
            case RECOMMENDED -> recommended(b.itemsOrNone());
            case HTML -> source(Texts.orEmpty(b.text()));
            case PARCELS, RETURNS, HELP -> {} // of the page only, and refused when they are saved in a mail
        }
        both(when == null ? "" : "{{/if}}");
    }

    private void both(String piece) {
        html.append(piece);
        text.append(piece);
    }

    private void heading(@Nullable String words) {
        html.append("<h2 class=\"ink\" style=\"margin:0 0 12px;font-size:21px;line-height:1.3;color:" + INK + "\">")
                .append(escape(words))
                .append("</h2>\n");
        text.append(words).append("\n\n");
    }

    private void items(Block b) {
        String list = "order".equals(b.listing().of()) ? "mail.ordered" : "mail.items";
        if (Boolean.TRUE.equals(b.listing().part())) {
            html.append("{{#if mail.part}}<p class=\"soft\" style=\"margin:0 0 8px;font-size:14px;color:" + SOFT
                    + "\">{{mail.part}}</p>\n{{/if}}");
            text.append("{{#if mail.part}}{{mail.part}}" + phrases.colon().stripTrailing() + "\n{{/if}}");
        }
        html.append(TABLE)
                .append("style=\"margin:0 0 16px\">\n{{#if mail.pictures}}")
                .append(rows(list, PICTURED))
                .append("{{else}}")
                .append(rows(list, ""))
                .append("{{/if}}")
                .append("{{#if ")
                .append(list)
                .append("More}}<tr><td class=\"soft\" colspan=\"3\" style=\"padding:8px 0;font-size:14px;color:" + SOFT
                        + "\">{{")
                .append(list)
                .append("More}}</td></tr>\n{{/if}}</table>\n");
        text.append("{{#each ")
                .append(list)
                .append(
                        "}}  {{quantity}} x {{name}}{{#if unitPrice}} ({{unitPrice}}){{/if}}  {{price}}\n{{/each}}{{#if ")
                .append(list)
                .append("More}}  {{")
                .append(list)
                .append("More}}\n{{/if}}\n\n");
    }

    private String rows(String list, String picture) {
        return "{{#each " + list + "}}<tr>" + picture + "<td class=\"ink rule\" style=\"" + CELL
                + "\">{{quantity}} &times; <span dir=\"auto\">{{name}}</span>{{#if unitPrice}}<br><span class=\"soft\" style=\"font-size:14px;color:"
                + SOFT
                + "\">{{unitPrice}}</span>{{/if}}</td><td class=\"ink rule\" align=\"" + end
                + "\" style=\"" + CELL + "\">{{price}}</td></tr>\n{{/each}}";
    }

    private void parcel(boolean asText) {
        html.append(PANEL)
                .append(
                        "{{parcel.carrier}}<br><span style=\"font-family:Consolas,Menlo,monospace;font-size:17px;letter-spacing:.5px\" dir=\"ltr\">{{parcel.trackingNumber}}</span>{{#if parcel.dispatchedOn}}<br><span class=\"soft\" style=\"font-size:13px;color:"
                                + SOFT + "\">{{parcel.dispatchedOn}}</span>{{/if}}")
                .append("{{#if mail.paste}}<br>{{mail.paste}}{{/if}}</td></tr></table>\n");
        text.append("{{parcel.carrier}}" + phrases.colon() + "{{parcel.trackingNumber}}\n{{#if mail.paste}}")
                .append(phrases.get("pasteHere"))
                .append("\n{{/if}}{{#if parcel.trackingLink}}{{parcel.trackingLink}}\n{{/if}}\n\n");
        html.append("{{#if parcel.trackingLink}}");
        String label = "{{#if mail.paste}}" + escape(phrases.get("open")) + "{{else}}" + escape(phrases.get("follow"))
                + "{{/if}}";
        if (asText)
            html.append("<p style=\"margin:0 0 16px;" + FONT
                            + "\"><a class=\"ink\" href=\"{{parcel.trackingLink}}\" style=\"color:" + INK + "\">")
                    .append(label)
                    .append("</a></p>\n");
        else button("{{parcel.trackingLink}}", label);
        html.append("{{/if}}");
    }

    private void address() {
        html.append("{{#if mail.address}}<p class=\"ink\" style=\"margin:0 0 16px;" + FONT
                        + "\"><span class=\"soft\" style=\"font-size:13px;color:" + SOFT + "\">")
                .append(escape(phrases.get("to")))
                .append("</span>{{#each mail.address}}<br><span dir=\"auto\">{{this}}</span>{{/each}}</p>\n{{/if}}");
        text.append("{{#if mail.address}}")
                .append(phrases.get("to"))
                .append(phrases.colon().stripTrailing())
                .append("\n{{#each mail.address}}  {{this}}\n{{/each}}\n\n{{/if}}");
    }

    private void totals() {
        String row = "<tr><td class=\"ink\" style=\"padding:3px 0;font-size:15px;color:" + INK
                + "\">%s</td><td class=\"ink\" align=\"" + end + "\" style=\"padding:3px 0;font-size:15px;color:" + INK
                + "\">%s</td></tr>\n";
        html.append("{{#if order.total}}")
                .append(TABLE)
                .append("style=\"margin:0 0 16px\">\n{{#if mail.rest}}")
                .append(String.format(row, escape(phrases.get("sum")), "{{mail.sum}}"))
                .append(String.format(row, escape(phrases.get("rest")), "{{mail.rest}}"))
                .append("{{/if}}")
                .append(String.format(
                        row,
                        "<strong>" + escape(phrases.get("total")) + "</strong>",
                        "<strong>{{order.total}}</strong>"))
                .append("</table>\n{{/if}}");
        text.append("{{#if order.total}}{{#if mail.rest}}")
                .append(phrases.get("sum"))
                .append(phrases.colon() + "{{mail.sum}}\n")
                .append(phrases.get("rest"))
                .append(phrases.colon() + "{{mail.rest}}\n{{/if}}")
                .append(phrases.get("total"))
                .append(phrases.colon() + "{{order.total}}\n\n{{/if}}");
    }

    private void question() {
        if (question == null) return;
        for (int i = 0; i < question.buttons().size(); i++) {
            String label = question.buttons().get(i).label();
            button("{{mail.answer" + i + "}}", escape(label));
            text.append(label)
                    .append(phrases.colon())
                    .append("{{mail.answer")
                    .append(i)
                    .append("}}\n");
        }
        text.append('\n');
    }

    private void picture(Block b) {
        String img = "<img src=\"" + escape(b.picture().src()) + "\" width=\""
                + (b.picture().width() == null ? 504 : b.picture().width())
                + "\" alt=\""
                + escape(Texts.isBlank(b.picture().alt()) ? "" : b.picture().alt())
                + "\" style=\"display:block;border:0;max-width:100%;height:auto\">";
        html.append("<div style=\"margin:0 0 16px\">")
                .append(
                        Texts.isBlank(b.link().href())
                                ? img
                                : "<a href=\"" + escape(b.link().href()) + "\">" + img + "</a>")
                .append("</div>\n");
        if (!Texts.isBlank(b.picture().alt()))
            text.append('[')
                    .append(b.picture().alt())
                    .append(']')
                    .append(Texts.isBlank(b.link().href()) ? "" : " " + b.link().href())
                    .append("\n\n");
    }

    private void columns(List<List<Block>> columns) {
        if (columns.isEmpty()) return;
        int width = 100 / columns.size();
        html.append(TABLE).append("><tr>\n");
        for (List<Block> column : columns) {
            html.append("<td class=\"col\" valign=\"top\" width=\"")
                    .append(width)
                    .append("%\" style=\"padding:0 6px 0 0\">\n");
            column.forEach(this::block);
            html.append("</td>\n");
        }
        html.append("</tr></table>\n");
    }

    private void recommended(List<Block.Recommended> items) {
        html.append("<p class=\"soft\" style=\"margin:0 0 8px;font-size:14px;color:" + SOFT + "\">")
                .append(escape(phrases.get("like")))
                .append("</p>\n")
                .append(TABLE)
                .append("style=\"margin:0 0 16px\"><tr>\n");
        text.append(phrases.get("like")).append(phrases.colon().stripTrailing()).append("\n");
        for (Block.Recommended r : items) {
            html.append("<td class=\"col\" valign=\"top\" width=\"")
                    .append(100 / items.size())
                    .append("%\" style=\"padding:0 8px 8px 0;font-size:14px\"><a class=\"ink\" href=\"")
                    .append(escape(r.href()))
                    .append("\" style=\"color:" + INK + ";text-decoration:none\">");
            if (!Texts.isBlank(r.src()))
                html.append("<img src=\"")
                        .append(escape(r.src()))
                        .append(
                                "\" width=\"120\" alt=\"\" style=\"display:block;border:0;max-width:100%;height:auto\">");
            html.append(escape(r.name()))
                    .append(Texts.isBlank(r.price()) ? "" : "<br>" + escape(r.price()))
                    .append("</a></td>\n");
            text.append("  ")
                    .append(r.name())
                    .append(Texts.isBlank(r.price()) ? "" : "  " + r.price())
                    .append("  ")
                    .append(r.href())
                    .append('\n');
        }
        html.append("</tr></table>\n");
        text.append('\n');
    }

    private void button(String href, String label) {
        html.append(
                        "<table role=\"presentation\" cellpadding=\"0\" cellspacing=\"0\" style=\"margin:0 0 12px\"><tr><td class=\"")
                .append(brand.outlined() ? "btn outline" : "btn")
                .append("\" bgcolor=\"")
                .append(escape(brand.buttonGround()))
                .append("\" style=\"border-radius:")
                .append(brand.look().corner())
                .append(
                        brand.outlined()
                                ? "px;border:2px solid " + escape(brand.look().colour())
                                : "px")
                .append("\"><a href=\"")
                .append(href)
                .append("\" style=\"display:inline-block;padding:12px 22px;font-size:16px;font-weight:bold;color:")
                .append(brand.buttonText())
                .append(";text-decoration:none\">")
                .append(label)
                .append("</a></td></tr></table>\n");
    }

    /** Who is speaking and where they are; no mail goes without it. */
    void footer() {
        List<String> lines = Stream.of(
                        brand.name(),
                        brand.contact().postalAddress(),
                        brand.contact().phone(),
                        brand.contact().helpUrl())
                .filter(l -> !Texts.isBlank(l))
                .toList();
        text.append("-- \n").append(lines.stream().map(EmailWriter::literal).collect(Collectors.joining("\n")));
        html.append(
                        "<p class=\"soft rule\" style=\"margin:24px 0 0;padding:16px 0 0;border-top:1px solid #e4dccb;font-size:13px;line-height:1.5;color:"
                                + SOFT + "\">")
                .append(lines.stream()
                        .map(l -> l.matches("https?://\\S+")
                                ? "<a class=\"soft\" href=\"" + escape(l) + "\" style=\"color:" + SOFT + "\">"
                                        + escape(l) + "</a>"
                                : escape(literal(l)))
                        .collect(Collectors.joining("<br>")));
        if (!brand.contact().links().isEmpty()) {
            html.append("<br>")
                    .append(brand.contact().links().stream()
                            .map(l -> "<a class=\"soft\" href=\"" + escape(l.url()) + "\" style=\"color:" + SOFT + "\">"
                                    + escape(literal(l.label())) + "</a>")
                            .collect(Collectors.joining(" &middot; ")));
            brand.contact().links().forEach(l -> text.append('\n')
                    .append(literal(l.label()))
                    .append(phrases.colon())
                    .append(l.url()));
        }
        html.append("{{#if mail.preferences}}<br><a class=\"soft\" href=\"{{mail.preferences}}\" style=\"color:" + SOFT
                        + "\">")
                .append(escape(phrases.get("preferences")))
                .append("</a>{{/if}}</p>\n");
        text.append("{{#if mail.preferences}}\n")
                .append(phrases.get("preferences"))
                .append(phrases.colon())
                .append("{{mail.preferences}}{{/if}}");
    }

    /** A brand's name is no template. */
    private static String literal(String value) {
        return value.replace("{{", "{ {");
    }

    static String escape(@Nullable String value) {
        return RawText.escapeAroundFields(value);
    }
}
