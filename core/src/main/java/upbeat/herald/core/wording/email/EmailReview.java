package upbeat.herald.core.wording.email;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Element;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Contrast;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingRemark;

/** What a careful colleague would say about an e-mail. */
final class EmailReview {
    /** Mail programs cut a longer mail off (from memory: one large one at about 102 KB). */
    private static final int MOST_BYTES = 100_000;

    private static final int LONG_SUBJECT = 70;
    private static final Pattern ADDRESS =
            Pattern.compile("(?i)(https?://[^\\s/]+\\.?[^\\s]*|mailto:\\S+@\\S+|tel:[+\\d\\s().-]+)");

    private EmailReview() {}

    static List<WordingRemark> review(Wording wording, @Nullable Rendered rendered, Brand brand) {
        List<WordingRemark> remarks = new ArrayList<>();
        if (Texts.isBlank(wording.email().preview()))
            remarks.add(new WordingRemark(
                    false, "Add a preview line. Without one, mail programs show the first words of the e-mail"));
        if (Contrast.ratio(brand.buttonGround(), brand.buttonText()) < Contrast.TEXT)
            remarks.add(new WordingRemark(
                    true, "The text on the buttons is hard to read. Choose another colour in Setup, Brand"));
        if (Texts.isBlank(brand.contact().postalAddress()))
            remarks.add(new WordingRemark(
                    true, "The footer has no postal address, which is required. Add it in Setup, Brand"));
        for (Block b : EmailBlocks.flatten(EmailBlocks.toBlocks(wording))) {
            if ("picture".equals(b.kind()) && Texts.isBlank(b.picture().alt()))
                remarks.add(new WordingRemark(true, "A picture has no description for those who can't see it"));
        }
        if (rendered != null) made(rendered, remarks);
        return remarks;
    }

    private static void made(Rendered mail, List<WordingRemark> remarks) {
        String subject = Texts.orEmpty(mail.subject());
        if (subject.codePointCount(0, subject.length()) > LONG_SUBJECT)
            remarks.add(new WordingRemark(false, "The subject is long. Phones show about 40 characters"));
        int bytes = Texts.orEmpty(mail.html()).getBytes(StandardCharsets.UTF_8).length;
        if (bytes > MOST_BYTES)
            remarks.add(new WordingRemark(
                    true, "The e-mail has " + bytes / 1000 + " KB. Mail programs cut it off at about 100 KB"));
        for (Element a : Jsoup.parse(Texts.orEmpty(mail.html())).select("a[href]")) {
            if (!ADDRESS.matcher(a.attr("href")).matches())
                remarks.add(new WordingRemark(true, "The link \"" + a.text() + "\" doesn't work: " + a.attr("href")));
        }
    }
}
