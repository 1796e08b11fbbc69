package upbeat.herald.core.wording;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Element;
import upbeat.herald.core.Texts;
import upbeat.herald.core.plan.Block;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.Wording;

/** Looks over a wording that may be saved and says what a careful colleague would. */
public final class Review {
    /** Mail programs cut a longer mail off (from memory: one large one at about 102 KB). */
    private static final int MOST_BYTES = 100_000;

    private static final int LONG_SUBJECT = 70;
    private static final double READABLE = 4.5;
    /** Words that filters weigh (common practice, no source). */
    private static final Pattern SPAM = Pattern.compile(
            "(?iu)\\b(100 ?% free|act now|winner|urgent|cash bonus|risk[- ]free|click here|gratis gewinn|jetzt zuschlagen|cliquez ici|haga clic aquí)\\b|!{2,}|[€$£]{2,}");
    /**
     * Words that make a service message an advertisement, for which other consent is needed (common practice, no
     * source).
     */
    private static final Pattern PROMOTION = Pattern.compile(
            "(?iu)\\b(sale|discount|voucher|coupon|special offer|\\d+ ?% off|rabatt|gutschein|angebot|remise|promotion|descuento|oferta|sconto|offerta|korting|aanbieding|rabat|erbjudande)\\b");

    private Review() {}

    /** @param grave true for what should be mended before it goes out */
    public record Remark(boolean grave, String message) {}

    /** @param rendered with a real order, or null where it could not be rendered */
    public static List<Remark> of(Notice notice, Channel channel, Wording wording, Rendered rendered, Brand brand) {
        List<Remark> notes = new ArrayList<>();
        String words = words(channel, wording);
        Matcher spam = SPAM.matcher(words);
        if (spam.find()) notes.add(new Remark(false, "Filters dislike \"" + spam.group() + "\""));
        if (notice.question() == null || channel != Channel.EMAIL) {
            Matcher promotion = PROMOTION.matcher(words);
            if (promotion.find())
                notes.add(
                        new Remark(
                                false,
                                "\"" + promotion.group()
                                        + "\" sounds like advertising. A delivery message is a service; advertising needs a consent of its own"));
        }
        if (channel == Channel.EMAIL) mail(wording, rendered, brand, notes);
        return notes;
    }

    private static void mail(Wording wording, Rendered rendered, Brand brand, List<Remark> notes) {
        if (Texts.blank(wording.preview()))
            notes.add(new Remark(
                    false, "There is no preview line: mail programs show the first words of the mail instead"));
        if (Contrast.ratio(brand.buttonGround(), brand.buttonText()) < READABLE)
            notes.add(new Remark(
                    true, "The words on the buttons are hard to read: choose another colour in Setup, Brand"));
        if (Texts.blank(brand.postalAddress()))
            notes.add(new Remark(
                    true, "The footer has no postal address; mail rules ask for one. Put it in at Setup, Brand"));
        for (Block b : MailBlocks.flat(MailBlocks.of(wording))) {
            if ("picture".equals(b.kind()) && Texts.blank(b.alt()))
                notes.add(new Remark(true, "A picture has no text for those who don't see it"));
        }
        if (rendered == null) return;
        if (rendered.subject().codePointCount(0, rendered.subject().length()) > LONG_SUBJECT)
            notes.add(new Remark(false, "The subject is long: phones show about 40 letters of it"));
        int bytes = rendered.html().getBytes(StandardCharsets.UTF_8).length;
        if (bytes > MOST_BYTES)
            notes.add(
                    new Remark(true, "The mail takes " + bytes / 1000 + " KB. Mail programs cut it off at about 100"));
        for (Element a : Jsoup.parse(rendered.html()).select("a[href]")) {
            if (!a.attr("href").matches("(?i)(https?://[^\\s/]+\\.?[^\\s]*|mailto:\\S+@\\S+|tel:[+\\d\\s().-]+)"))
                notes.add(new Remark(true, "The link \"" + a.text() + "\" leads nowhere: " + a.attr("href")));
        }
    }

    private static String words(Channel channel, Wording wording) {
        StringBuilder words = new StringBuilder();
        for (String part : new String[] {
            wording.subject(),
            wording.preview(),
            wording.header(),
            wording.footer(),
            wording.html(),
            channel == Channel.EMAIL && wording.blocks() != null ? null : wording.text()
        }) if (part != null) words.append(part).append('\n');
        if (wording.blocks() != null)
            MailBlocks.flat(wording.blocks()).forEach(b -> words.append(
                            b.text() == null ? "" : Jsoup.parse(b.text()).text())
                    .append('\n')
                    .append(b.label() == null ? "" : b.label())
                    .append('\n'));
        return words.toString().replaceAll("\\{\\{.*?}}", " ").toLowerCase(Locale.ROOT);
    }
}
