package upbeat.herald.core.wording.email;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.ResourceBundle;
import java.util.stream.Collectors;
import org.jsoup.Jsoup;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.RichText;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingError;
import upbeat.herald.core.wording.WordingPurpose;
import upbeat.herald.core.wording.WordingRemark;
import upbeat.herald.core.wording.template.FieldValues;

/** E-mails, made of blocks or written as HTML. */
public final class EmailChannel extends Channel {
    public static final EmailChannel EMAIL = new EmailChannel();

    @Override
    public String code() {
        return "email";
    }

    @Override
    public String label() {
        return "e-mail";
    }

    @Override
    protected int position() {
        return 10;
    }

    @Override
    public Optional<String> addressOf(Order order) {
        return Optional.ofNullable(order.customer()).map(Order.Customer::email);
    }

    @Override
    public String addressLabel() {
        return "e-mail address";
    }

    @Override
    public String parseAddress(@Nullable String typed) {
        if (!EmailAddress.isValid(typed))
            throw new HeraldException("to", "\"" + (typed == null ? "" : typed) + "\" isn't an e-mail address");
        return typed.strip();
    }

    @Override
    public @Nullable Boolean consentOf(Order.Consent consent) {
        return consent.email();
    }

    @Override
    public Rendered render(Wording wording, MessageSubject about) {
        MessageSubject subject = about.withButtonLabels(wording.buttons());
        return EmailTemplate.render(wording, subject, FieldValues.collect(subject, false));
    }

    @Override
    public Rendered markForTeam(Rendered message, String mark) {
        String html = message.html();
        return new Rendered(
                mark + ": " + message.subject(),
                mark + "\n\n" + message.text(),
                html == null ? null : EmailTemplate.withLineOnTop(html, mark),
                message.details());
    }

    @Override
    protected List<WordingError> checkParts(WordingPurpose purpose, Wording wording) {
        return EmailCheck.findErrors(purpose, wording);
    }

    @Override
    protected List<WordingRemark> review(Wording wording, @Nullable Rendered rendered, Brand brand) {
        return EmailReview.review(wording, rendered, brand);
    }

    @Override
    protected String readableText(Wording wording) {
        List<String> parts = new ArrayList<>();
        parts.add(wording.email().subject());
        parts.add(wording.email().preview());
        parts.add(wording.email().html());
        if (wording.email().blocks() == null) parts.add(wording.text());
        else
            for (Block b : EmailBlocks.flatten(wording.email().blocks())) {
                parts.add(b.text() == null ? null : Jsoup.parse(b.text()).text());
                parts.add(b.link().label());
            }
        return parts.stream().filter(p -> p != null).collect(Collectors.joining("\n"));
    }

    @Override
    protected String plainText(Wording mail) {
        if (mail.email().html() != null && !mail.email().html().isBlank())
            return RichText.plainOfHtml(mail.email().html()).strip();
        return EmailBlocks.flatten(EmailBlocks.toBlocks(mail)).stream()
                .map(b -> switch (Block.Kind.fromCode(b.kind())) {
                    case HEADING -> b.text();
                    case TEXT, DELAY -> RichText.plain(b.text()).strip();
                    default -> "";
                })
                .filter(s -> !s.isBlank())
                .collect(Collectors.joining("\n\n"));
    }

    @Override
    protected Wording fromPlainText(String text, @Nullable Map<String, String> buttons) {
        return Wording.ofBlocks(
                "{{brand.name}}: {{order.number}}", null, List.of(Block.text(RichText.ofPlain(text))), buttons);
    }

    @Override
    public Optional<Rendered> renderPersonal(String subject, String text) {
        return Optional.of(PlainMail.render(subject, text));
    }

    @Override
    public int longestPersonal() {
        return 10_000;
    }

    @Override
    public List<String> starterLanguages() {
        return List.of("en", "de", "fr", "es", "it", "nl", "sv", "pl");
    }

    @Override
    public Wording starter(String set, ResourceBundle words, @Nullable Map<String, String> buttons) {
        return Wording.ofBlocks(
                words.getString(set + ".subject"),
                words.getString(set + ".preview"),
                EmailStarter.blocks(set, words),
                buttons);
    }

    @Override
    public boolean isAsking(Wording wording) {
        return EmailQuestion.isAskedBy(wording);
    }

    @Override
    public Wording withQuestion(Wording wording) {
        return EmailQuestion.add(wording);
    }

    @Override
    public Wording withoutQuestion(Wording wording) {
        return EmailQuestion.remove(wording);
    }
}
