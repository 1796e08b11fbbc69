package upbeat.herald.core.wording;

import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Node;
import org.jsoup.nodes.TextNode;
import org.jsoup.safety.Safelist;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.NullContract;
import upbeat.herald.core.Texts;

/**
 * The markup of a text block: paragraphs, bold, italics, links and lists, with fields in double braces. What comes in
 * from elsewhere is brought down to these, so that pasted text takes the block's look.
 */
public final class RichText {
    private static final Set<String> KEPT = Set.of("p", "br", "strong", "em", "a", "ul", "ol", "li");
    private static final Pattern ADDRESS = Pattern.compile("(?i)(https?://|mailto:|tel:)\\S+");
    /** Fields whose values are addresses; a regular expression. */
    private static final String LINK_FIELDS = "parcel\\.trackingLink|parcel\\.shortLink|parcel\\.calendarLink"
            + "|order\\.trackingPage|return\\.page|answer\\.link|brand\\.helpUrl";

    private static final Pattern LINK_FIELD = Pattern.compile("\\{\\{\\s*(" + LINK_FIELDS + ")\\s*}}");
    /** Addresses typed into the text: they become links, in the mail's letters. */
    private static final Pattern TYPED =
            Pattern.compile("(https?://[^\\s<>\"{}]+[^\\s<>\"{}.,;:!?)]|\\{\\{\\s*(?:" + LINK_FIELDS + ")\\s*}})");

    private RichText() {}

    /** The markup with nothing in it but what a text block knows. */
    public static String clean(String markup) {
        Element body = kept(markup);
        StringBuilder out = new StringBuilder();
        for (Element p : body.children()) out.append(p.outerHtml());
        return out.toString();
    }

    /** True for an address a link may lead to: http, https, mailto, tel, or a field that holds one. */
    @NullContract("null -> false")
    public static boolean isAddress(@Nullable String href) {
        return href != null
                && (ADDRESS.matcher(href.strip()).matches()
                        || LINK_FIELD.matcher(href.strip()).matches());
    }

    /** Plain paragraphs as markup: a blank line parts paragraphs, a line's end stays one. */
    public static String ofPlain(String text) {
        StringBuilder markup = new StringBuilder();
        if (text == null) return "";
        for (String paragraph : text.strip().split("\\R\\s*\\R")) {
            if (!paragraph.isBlank())
                markup.append("<p>")
                        .append(paragraph
                                .strip()
                                .replace("&", "&amp;")
                                .replace("<", "&lt;")
                                .replace(">", "&gt;")
                                .replaceAll("\\R", "<br>"))
                        .append("</p>");
        }
        return markup.toString();
    }

    /**
     * The markup as a mail shows it: every paragraph, list and link with its look beside it, because many mail programs
     * drop style sheets.
     */
    public static String styled(@Nullable String markup, String font, String ink) {
        Element body = kept(markup);
        for (Element e : body.select("p, li"))
            e.attr("style", (e.normalName().equals("p") ? "margin:0 0 16px;" : "margin:0 0 6px;") + font)
                    .addClass("ink");
        for (Element e : body.select("ul, ol")) e.attr("style", "margin:0 0 16px;padding:0 0 0 24px");
        for (Element e : body.select("p, li")) linkTyped(e);
        for (Element e : body.select("a")) e.attr("style", "color:" + ink).addClass("ink");
        StringBuilder out = new StringBuilder();
        for (Element p : body.children()) out.append(p.outerHtml()).append('\n');
        return out.toString();
    }

    /** The same as plain text: lists with dashes and numbers, a link's address behind its words. */
    public static String plain(@Nullable String markup) {
        StringBuilder out = new StringBuilder();
        for (Element block : kept(markup).children()) {
            if (block.normalName().equals("p")) out.append(line(block).strip()).append("\n\n");
            else {
                int number = 1;
                for (Element li : block.select("> li"))
                    out.append(block.normalName().equals("ol") ? number++ + ". " : "- ")
                            .append(line(li).strip())
                            .append('\n');
                out.append('\n');
            }
        }
        return out.toString();
    }

    private static String line(Node node) {
        StringBuilder out = new StringBuilder();
        for (Node child : node.childNodes()) {
            if (child instanceof TextNode t) out.append(t.getWholeText().replaceAll("\\s+", " "));
            else if (child.nodeName().equals("br")) out.append('\n');
            else if (child.nodeName().equals("a")) {
                String words = line(child);
                String href = child.attr("href");
                out.append(words)
                        .append(words.strip().equals(href) ? "" : " (" + href.replaceFirst("^(mailto|tel):", "") + ")");
            } else out.append(line(child));
        }
        return out.toString();
    }

    private static void linkTyped(Element e) {
        for (TextNode t : e.textNodes()) {
            String text = t.getWholeText();
            var m = TYPED.matcher(text);
            int from = 0;
            boolean any = false;
            while (m.find()) {
                any = true;
                if (m.start() > from) t.before(new TextNode(text.substring(from, m.start())));
                t.before(new Element("a").attr("href", m.group().strip()).appendText(m.group()));
                from = m.end();
            }
            if (any) t.text(text.substring(from));
        }
    }

    private static Element kept(@Nullable String markup) {
        Document document = Jsoup.parseBodyFragment(markup == null ? "" : markup);
        document.outputSettings()
                .prettyPrint(false)
                .escapeMode(org.jsoup.nodes.Entities.EscapeMode.xhtml)
                .charset("UTF-8");
        Element body = document.body();
        body.select("script, style, head, title, object, iframe").remove();
        body.select("b").tagName("strong");
        body.select("i").tagName("em");
        body.select("h1, h2, h3, h4, h5, h6, div, td, blockquote, pre").tagName("p");
        for (Element a : body.select("a")) if (!isAddress(a.attr("href"))) a.unwrap();
        for (Element e : body.getAllElements()) {
            if (e == body) continue;
            String href = e.attr("href");
            e.clearAttributes();
            if (e.normalName().equals("a")) e.attr("href", href.strip());
        }
        for (Element e : body.getAllElements()) if (e != body && !KEPT.contains(e.normalName())) e.unwrap();
        for (Element p : body.select("p p, li p")) p.unwrap();
        wrapLoose(body);
        body.select("p").forEach(p -> {
            if (Texts.isBlank(p.text()) && p.select("br").isEmpty()) p.remove();
        });
        return body;
    }

    /** Words outside any paragraph become one. */
    private static void wrapLoose(Element body) {
        Element open = null;
        for (Node child : body.childNodesCopy().isEmpty()
                ? java.util.List.<Node>of()
                : new java.util.ArrayList<>(body.childNodes())) {
            boolean block =
                    child instanceof Element e && Set.of("p", "ul", "ol").contains(e.normalName());
            if (block) open = null;
            else if (open != null) open.appendChild(child);
            else if (!(child instanceof TextNode t && t.isBlank())) {
                open = new Element("p");
                child.before(open);
                open.appendChild(child);
            } else child.remove();
        }
    }

    /** The markup with each piece of its text changed, and nothing else. */
    static String eachText(String markup, UnaryOperator<String> change) {
        Document document = Jsoup.parseBodyFragment(markup);
        document.outputSettings().prettyPrint(false).escapeMode(org.jsoup.nodes.Entities.EscapeMode.xhtml);
        document.body().traverse((node, depth) -> {
            if (node instanceof TextNode t) t.text(change.apply(t.getWholeText()));
        });
        return document.body().html();
    }

    /** HTML written by hand, without anything that runs, frames or sends: tables, pictures and inline looks stay. */
    public static String safeHtml(String html, String font, String ink) {
        Safelist list = Safelist.relaxed()
                .addTags("center", "hr", "font", "s")
                .addAttributes(":all", "style", "align", "valign", "width", "height", "bgcolor", "dir", "class")
                .addAttributes("table", "cellpadding", "cellspacing", "border", "role")
                .addAttributes("font", "color", "size", "face")
                .addProtocols("a", "href", "tel")
                .preserveRelativeLinks(true);
        Document document = Jsoup.parseBodyFragment(html);
        for (Element a : document.select("a[href]")) if (!isAddress(a.attr("href"))) a.removeAttr("href");
        for (Element i : document.select("img[src]")) if (!i.attr("src").matches("(?i)https?://\\S+")) i.remove();
        for (Element e : document.select("[style]"))
            if (e.attr("style")
                    .matches("(?is).*(expression|javascript|behavior|@import|-moz-binding|position\\s*:\\s*fixed).*"))
                e.removeAttr("style");
        Document clean = new org.jsoup.safety.Cleaner(list).clean(document);
        clean.outputSettings().prettyPrint(false).escapeMode(org.jsoup.nodes.Entities.EscapeMode.xhtml);
        look(clean.body(), "p", "margin:0 0 16px;" + font);
        look(clean.body(), "li", "margin:0 0 6px;" + font);
        look(clean.body(), "h1, h2, h3", "margin:0 0 12px;font-size:21px;line-height:1.3;color:" + ink);
        look(clean.body(), "a", "color:" + ink);
        return clean.body().html();
    }

    /** Gives a look to what has none of its own. */
    private static void look(Element body, String what, String style) {
        for (Element e : body.select(what))
            if (!e.hasAttr("style")) e.attr("style", style).addClass("ink");
    }

    /** HTML written by hand as plain text. */
    public static String plainOfHtml(String html) {
        StringBuilder out = new StringBuilder();
        Document document = Jsoup.parseBodyFragment(html);
        document.body().traverse((node, depth) -> {
            if (node instanceof TextNode t) out.append(t.getWholeText().replaceAll("\\s+", " "));
            else if (node instanceof Element e
                    && (e.isBlock() || e.normalName().matches("br|tr"))
                    && !out.isEmpty()
                    && out.charAt(out.length() - 1) != '\n') out.append('\n');
            else if (node instanceof Element e && e.normalName().equals("img")) out.append(e.attr("alt"));
            if (node instanceof Element e
                    && e.normalName().equals("a")
                    && !e.attr("href").isEmpty()
                    && !e.text().strip().equals(e.attr("href")))
                out.append(e.attr("href")).append(' ');
        });
        return out.toString()
                        .replaceAll("[ \\t]+\\n", "\n")
                        .replaceAll("\\n{3,}", "\n\n")
                        .strip() + "\n\n";
    }
}
