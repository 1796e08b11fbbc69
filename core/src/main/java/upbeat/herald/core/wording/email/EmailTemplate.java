package upbeat.herald.core.wording.email;

import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.LruMap;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.template.FieldValues;
import upbeat.herald.core.wording.template.LazyValues;
import upbeat.herald.core.wording.template.Phrases;
import upbeat.herald.core.wording.template.TextTemplate;

/**
 * An e-mail's two bodies, made from a wording once and filled for every customer: a single column of tables with inline
 * looks, which mail programs show alike (common practice, no source), and a plain text that holds the same words and
 * the same links. Dark grounds and narrow screens are asked for in a style sheet that programs may drop.
 */
public final class EmailTemplate {
    private static final Set<String> RIGHT_TO_LEFT = Set.of("ar", "he", "fa", "ur", "yi", "ps", "dv", "ckb", "ug");
    private static final String STYLE = """
            <style>
            @media (max-width: 480px) {
            .col { display: block !important; width: 100% !important; }
            .pad { padding: 20px 16px !important; }
            }
            @media (prefers-color-scheme: dark) {
            .ground { background: #1b1526 !important; }
            .card { background: #271f36 !important; border-color: #463a5e !important; }
            .ink { color: #f1ecdf !important; }
            .soft { color: #c3b9d6 !important; }
            .panel { background: #32283f !important; border-color: #463a5e !important; }
            .rule { border-color: #463a5e !important; }
            .btn { border: 1px solid #c3b9d6 !important; }
            .outline { background: #271f36 !important; }
            .outline a { color: #f1ecdf !important; }
            }
            </style>
            """;

    private static final Map<Key, EmailTemplate> MADE = LruMap.create(256);

    private record Key(
            Wording wording, Brand brand, @Nullable Question question, Locale locale) {}

    private final TextTemplate subject;
    private final TextTemplate html;
    private final TextTemplate text;

    private EmailTemplate(Key key) {
        EmailWriter writer =
                new EmailWriter(key.brand(), key.question(), Phrases.forLocale(key.locale()), end(key.locale()));
        if (key.wording().email().html() != null
                && !key.wording().email().html().isBlank())
            writer.source(key.wording().email().html());
        else EmailBlocks.toBlocks(key.wording()).forEach(writer::block);
        writer.footer();
        subject = TextTemplate.plain(key.wording().email().subject());
        html = TextTemplate.html(page(key, writer.html()));
        text = TextTemplate.plain(writer.text());
    }

    public static Rendered render(Wording wording, MessageSubject s, Map<String, LazyValues> values) {
        Key key = new Key(wording, s.brand(), s.question(), s.locale());
        EmailTemplate made = MADE.get(key);
        if (made == null) MADE.put(key, made = new EmailTemplate(key));
        EmailValues.putInto(values, s);
        String subject = FieldValues.oneLine(made.subject.render(values));
        FieldValues.group(values, "mail").put("subject", subject);
        String text = tidy(made.text.render(values));
        return new Rendered(subject, text, made.html.render(values), null);
    }

    /** Lines without blanks at their ends, and one empty line at the most between them. */
    private static String tidy(String text) {
        StringBuilder out = new StringBuilder(text.length());
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '\n') {
                int end = out.length();
                while (end > 0 && (out.charAt(end - 1) == ' ' || out.charAt(end - 1) == '\t')) end--;
                out.setLength(end);
                if (end > 1 && out.charAt(end - 1) == '\n' && out.charAt(end - 2) == '\n') continue;
            }
            out.append(c);
        }
        return out.toString().strip() + "\n";
    }

    /** A finished mail with a line above everything else. */
    static String withLineOnTop(String html, String line) {
        int body = html.indexOf("<body");
        int end = body < 0 ? -1 : html.indexOf('>', body);
        String shown = "<p style=\"margin:0;padding:8px 12px;background:#2d2142;color:#ffffff;font:14px sans-serif\">"
                + EmailWriter.escape(line) + "</p>\n";
        return end < 0 ? shown + html : html.substring(0, end + 1) + "\n" + shown + html.substring(end + 1);
    }

    private static String page(Key key, String body) {
        Brand brand = key.brand();
        String ground = EmailWriter.escape(brand.look().ground());
        String preview = key.wording().email().preview();
        // The spaces after it keep the mail's own words out of the line that mail programs show.
        String line = preview == null || preview.isBlank()
                ? ""
                : "<div style=\"display:none;max-height:0;overflow:hidden;mso-hide:all\">" + EmailWriter.escape(preview)
                        + "&#8199;&#847;".repeat(60) + "</div>\n";
        boolean rtl = RIGHT_TO_LEFT.contains(key.locale().getLanguage());
        return "<!DOCTYPE html>\n<html lang=\"" + key.locale().toLanguageTag() + "\" dir=\"" + (rtl ? "rtl" : "ltr")
                + "\"><head><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width, initial-scale=1\"><meta name=\"color-scheme\" content=\"light dark\"><meta name=\"supported-color-schemes\" content=\"light dark\"><title>{{#if mail.subject}}{{mail.subject}}{{/if}}</title>\n"
                + STYLE + "</head>\n<body class=\"ground\" style=\"margin:0;padding:0;background:" + ground + "\">\n"
                + line
                + "<table role=\"presentation\" class=\"ground\" width=\"100%\" cellpadding=\"0\" cellspacing=\"0\" bgcolor=\""
                + ground + "\"><tr><td align=\"center\" style=\"padding:24px 12px\">\n"
                + "<table role=\"presentation\" class=\"card\" width=\"100%\" cellpadding=\"0\" cellspacing=\"0\" bgcolor=\"#ffffff\" style=\"max-width:560px;border:1px solid #e4dccb\"><tr><td class=\"pad\" style=\"padding:28px 28px 24px;font-family:"
                + brand.fontFamily() + "\">\n"
                + head(brand) + body + "</td></tr></table>\n</td></tr></table>\n"
                + (parcelShown(key.wording()) ? "{{#if mail.data}}{{{mail.data}}}\n{{/if}}" : "") + "</body></html>\n";
    }

    /**
     * Mail programs get the delivery only from a mail that is about it: "delivered" shows neither number nor address
     * any more.
     */
    private static boolean parcelShown(Wording wording) {
        return EmailBlocks.flatten(EmailBlocks.toBlocks(wording)).stream().anyMatch(b -> "parcel".equals(b.kind()));
    }

    /** The logo where there is one, with the name as its text for those who don't load pictures; else the name. */
    private static String head(Brand brand) {
        String name = EmailWriter.escape(brand.name());
        if (brand.look().logoUrl() == null)
            return "<p class=\"ink\" style=\"margin:0 0 20px;font-size:18px;font-weight:bold;color:#2d2142\">" + name
                    + "</p>\n";
        int width = brand.look().logoWidth() == null
                ? Brand.USUAL_LOGO_WIDTH
                : brand.look().logoWidth();
        return "<p style=\"margin:0 0 20px\"><img class=\"ink\" src=\""
                + EmailWriter.escape(brand.look().logoUrl())
                + "\" width=\"" + width + "\" alt=\"" + name
                + "\" style=\"display:block;border:0;max-width:100%;height:auto;font-size:18px;font-weight:bold;color:#2d2142\"></p>\n";
    }

    private static String end(Locale locale) {
        return RIGHT_TO_LEFT.contains(locale.getLanguage()) ? "left" : "right";
    }
}
