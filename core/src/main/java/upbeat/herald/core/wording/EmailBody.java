package upbeat.herald.core.wording;

import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.plan.Wording;

/**
 * An e-mail's two bodies from one wording: a single column of tables with inline styles, which mail programs show alike (common practice,
 * no source), and a plain text that holds the same words and the same links.
 */
final class EmailBody {
    private static final Pattern ADDRESS = Pattern.compile("https?://[^\\s<>\"]+[^\\s<>\".,;:!?)]");
    private static final String TEXT = "margin:0 0 16px;font-size:16px;line-height:1.5;color:#2d2142";

    private final Subject s;
    private final Map<String, ?> values;
    private final StringBuilder html = new StringBuilder();
    private final StringBuilder text = new StringBuilder();

    private EmailBody(Subject s, Map<String, ?> values) {
        this.s = s;
        this.values = values;
    }

    static Rendered render(Wording wording, Subject s, Map<String, ?> values) {
        EmailBody body = new EmailBody(s, values);
        String subject = TextTemplate.plain(wording.subject()).render(values).replaceAll("[\\p{Cntrl}\\s]+", " ").strip();
        CheckWording.paragraphs(wording.text()).forEach(body::paragraph);
        body.footer();
        return new Rendered(subject, body.text.toString().strip() + "\n", body.page(subject), null, List.of(), null);
    }

    private void paragraph(String source) {
        switch (source.strip().replaceAll("^\\{\\{|}}$", "")) {
            case Fields.ITEMS_BLOCK -> items();
            case Fields.PARCEL_BLOCK -> parcel();
            case Fields.QUESTION_BLOCK -> question();
            default -> {
                String plain = TextTemplate.plain(source).render(values).strip();
                if (plain.isEmpty()) return; // a condition that took the whole paragraph away
                html.append("<p style=\"").append(TEXT).append("\">").append(linked(TextTemplate.html(source).render(values).strip()).replace("\n", "<br>")).append("</p>\n");
                text.append(plain).append("\n\n");
            }
        }
    }

    /** Addresses in escaped text become links; the text part shows them as they stand. */
    private static String linked(String escaped) {
        Matcher address = ADDRESS.matcher(escaped);
        return address.replaceAll(m -> Matcher.quoteReplacement("<a href=\"" + m.group().replace("&#x3D;", "=") + "\" style=\"color:#2d2142\">" + m.group() + "</a>"));
    }

    private void items() {
        html.append("<table role=\"presentation\" width=\"100%\" cellpadding=\"0\" cellspacing=\"0\" style=\"margin:0 0 16px\">\n");
        List<Order.Item> contents = FieldValues.contents(s.order(), s.parcel());
        boolean pictures = contents.stream().anyMatch(EmailBody::shown);
        for (Order.Item item : contents) {
            String price = FieldValues.money(item.price(), s.order().currency());
            String name = item.name() == null ? item.sku() : item.name().replaceAll("[\\p{Cntrl}\\s]+", " ").strip();
            String cell = "padding:8px 0;border-bottom:1px solid #e4dccb;font-size:15px;color:#2d2142";
            html.append("<tr>");
            if (pictures) html.append("<td width=\"64\" style=\"").append(cell).append("\">");
            if (shown(item)) {
                html.append("<img src=\"").append(escape(item.imageUrl())).append("\" width=\"52\" height=\"52\" alt=\"").append(escape(name)).append("\" style=\"display:block;border:0\">");
            }
            if (pictures) html.append("</td>");
            html.append("<td style=\"").append(cell).append("\">").append(item.quantity()).append(" &times; ").append(escape(name))
                    .append("</td><td align=\"right\" style=\"").append(cell).append("\">").append(price == null ? "" : escape(price)).append("</td></tr>\n");
            text.append("  ").append(item.quantity()).append(" x ").append(name).append(price == null ? "" : "  " + price).append('\n');
        }
        html.append("</table>\n");
        text.append('\n');
    }

    private static boolean shown(Order.Item item) {
        return item.imageUrl() != null && item.imageUrl().matches("https?://\\S+");
    }

    private void parcel() {
        if (s.parcel() == null) throw new FieldEmpty(Fields.PARCEL_BLOCK);
        String carrier = s.carrier() == null ? s.parcel().carrier() : s.carrier().name();
        String number = s.parcel().trackingNumber();
        String link = FieldValues.link(s);
        boolean paste = link != null && !s.carrier().linkTakesNumber();
        html.append("<table role=\"presentation\" width=\"100%\" cellpadding=\"0\" cellspacing=\"0\" style=\"margin:0 0 16px;background:#fbf8f1;border:1px solid #e4dccb\"><tr><td style=\"padding:14px 16px;font-size:15px;line-height:1.5;color:#2d2142\">")
                .append(escape(carrier)).append("<br><span style=\"font-family:Consolas,Menlo,monospace;font-size:17px;letter-spacing:.5px\">").append(escape(number)).append("</span>");
        text.append(carrier).append(": ").append(number).append('\n');
        if (paste) {
            html.append("<br>Copy the number and paste it on the page of ").append(escape(carrier)).append('.');
            text.append("Copy the number and paste it on this page:\n");
        }
        html.append("</td></tr></table>\n");
        if (link != null) {
            button(link, paste ? "Open the tracking page" : "Follow your parcel");
            text.append(link).append('\n');
        }
        text.append('\n');
    }

    private void question() {
        for (int i = 0; i < s.answers().size(); i++) {
            String label = s.question().buttons().get(i).label();
            button(s.answers().get(i), label);
            text.append(label).append(": ").append(s.answers().get(i)).append('\n');
        }
        text.append('\n');
    }

    private void button(String href, String label) {
        html.append("<table role=\"presentation\" cellpadding=\"0\" cellspacing=\"0\" style=\"margin:0 0 12px\"><tr><td bgcolor=\"").append(escape(s.brand().colour()))
                .append("\" style=\"border-radius:").append(s.brand().corner()).append("px\"><a href=\"").append(escape(href)).append("\" style=\"display:inline-block;padding:12px 22px;font-size:16px;font-weight:bold;color:").append(s.brand().buttonText()).append(";text-decoration:none\">")
                .append(escape(label)).append("</a></td></tr></table>\n");
    }

    private void footer() {
        String lines = String.join("\n", Stream.of(s.brand().name(), s.brand().postalAddress(), s.brand().phone(), s.brand().helpUrl()).filter(l -> l != null && !l.isBlank()).toList());
        text.append("-- \n").append(lines);
        html.append("<p style=\"margin:24px 0 0;padding:16px 0 0;border-top:1px solid #e4dccb;font-size:13px;line-height:1.5;color:#5d5272\">").append(linked(escape(lines)).replace("\n", "<br>"));
        if (!s.brand().links().isEmpty()) {
            html.append("<br>").append(s.brand().links().stream().map(l -> "<a href=\"" + escape(l.url()) + "\" style=\"color:#5d5272\">" + escape(l.label()) + "</a>").collect(Collectors.joining(" &middot; ")));
            s.brand().links().forEach(l -> text.append('\n').append(l.label()).append(": ").append(l.url()));
        }
        html.append("</p>\n");
    }

    /** The logo where there is one, with the name as its text for those who don't load pictures; else the name. */
    private String head() {
        if (s.brand().logoUrl() == null) return "<p style=\"margin:0 0 20px;font-size:18px;font-weight:bold;color:#2d2142\">" + escape(s.brand().name()) + "</p>\n";
        int width = s.brand().logoWidth() == null ? Brand.USUAL_LOGO_WIDTH : s.brand().logoWidth();
        return "<p style=\"margin:0 0 20px\"><img src=\"" + escape(s.brand().logoUrl()) + "\" width=\"" + width + "\" alt=\"" + escape(s.brand().name()) + "\" style=\"display:block;border:0;max-width:100%;height:auto;font-size:18px;font-weight:bold;color:#2d2142\"></p>\n";
    }

    private String page(String subject) {
        String ground = escape(s.brand().ground());
        return "<!DOCTYPE html>\n<html lang=\"" + s.locale().toLanguageTag() + "\"><head><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width, initial-scale=1\"><title>"
                + escape(subject) + "</title></head>\n<body style=\"margin:0;padding:0;background:" + ground + "\">\n"
                + "<table role=\"presentation\" width=\"100%\" cellpadding=\"0\" cellspacing=\"0\" bgcolor=\"" + ground + "\"><tr><td align=\"center\" style=\"padding:24px 12px\">\n"
                + "<table role=\"presentation\" width=\"100%\" cellpadding=\"0\" cellspacing=\"0\" bgcolor=\"#ffffff\" style=\"max-width:560px;border:1px solid #e4dccb\"><tr><td style=\"padding:28px 28px 24px;font-family:" + s.brand().fontFamily() + "\">\n"
                + head() + html + "</td></tr></table>\n</td></tr></table>\n</body></html>\n";
    }

    private static String escape(String value) {
        return value.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;").replace("\"", "&quot;");
    }
}
