package upbeat.herald.core.wording;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Looks over a wording that may be saved and says what a careful colleague would. */
public final class WordingReview {
    /** Words that filters weigh (common practice, no source). */
    private static final Pattern SPAM =
            Pattern.compile("(?iu)\\b(100 ?% free|act now|winner|urgent|cash bonus|risk[- ]free|click here"
                    + "|gratis gewinn|jetzt zuschlagen|cliquez ici|haga clic aquí)\\b|!{2,}|[€$£]{2,}");

    /**
     * Words that make a service message an advertisement, for which other consent is needed (common practice, no
     * source).
     */
    private static final Pattern PROMOTION =
            Pattern.compile("(?iu)\\b(sale|discount|voucher|coupon|special offer|\\d+ ?% off|rabatt|gutschein|angebot"
                    + "|remise|promotion|descuento|oferta|sconto|offerta|korting|aanbieding|rabat|erbjudande)\\b");

    private WordingReview() {}

    /** @param rendered with a real order, or null where it could not be rendered */
    public static List<WordingRemark> review(
            Channel channel, Wording wording, @Nullable Rendered rendered, Brand brand) {
        List<WordingRemark> remarks = new ArrayList<>();
        String words =
                channel.readableText(wording).replaceAll("\\{\\{.*?}}", " ").toLowerCase(Locale.ROOT);
        Matcher spam = SPAM.matcher(words);
        if (spam.find()) remarks.add(new WordingRemark(false, "\"" + spam.group() + "\" may trigger spam filters"));
        Matcher promotion = PROMOTION.matcher(words);
        if (promotion.find())
            remarks.add(new WordingRemark(
                    false,
                    "\"" + promotion.group() + "\" sounds like advertising. Delivery messages are a service;"
                            + " advertising needs its own consent"));
        remarks.addAll(channel.review(wording, rendered, brand));
        return remarks;
    }
}
