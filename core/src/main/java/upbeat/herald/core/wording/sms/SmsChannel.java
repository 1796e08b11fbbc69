package upbeat.herald.core.wording.sms;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.ResourceBundle;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.PhoneChannel;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingError;
import upbeat.herald.core.wording.WordingPurpose;
import upbeat.herald.core.wording.template.FieldValues;
import upbeat.herald.core.wording.template.TemplateCheck;
import upbeat.herald.core.wording.template.TextTemplate;

/** Text messages, measured and paid for by segment. */
public final class SmsChannel extends PhoneChannel {
    public static final SmsChannel SMS = new SmsChannel();

    private static final String ANSWER_LINK = "answer.link";
    private static final Pattern ASKED = Pattern.compile("\\s*\\{\\{\\s*answer\\.link\\s*}}");

    @Override
    public String code() {
        return "sms";
    }

    @Override
    public String label() {
        return "SMS";
    }

    @Override
    protected int position() {
        return 20;
    }

    @Override
    public @Nullable Boolean consentOf(Order.Consent consent) {
        return consent.sms();
    }

    @Override
    public Rendered render(Wording wording, MessageSubject about) {
        MessageSubject subject = about.withButtonLabels(wording.buttons());
        String text = TextTemplate.plain(Texts.orEmpty(wording.text()).strip())
                .render(FieldValues.collect(subject, true))
                .strip();
        return new Rendered(null, text, null, new SmsContent(SmsLength.measure(text)));
    }

    @Override
    public Rendered markForTeam(Rendered message, String mark) {
        String text = mark + ": " + message.text();
        return new Rendered(null, text, null, new SmsContent(SmsLength.measure(text)));
    }

    @Override
    protected List<WordingError> checkParts(WordingPurpose purpose, Wording wording) {
        List<WordingError> errors = new ArrayList<>();
        String text = wording.text() == null ? "" : wording.text();
        if (Texts.isBlank(text)) errors.add(new WordingError(1, 1, "The text is empty"));
        if (TemplateCheck.isTooLong(text, "text", errors)) return errors;
        TemplateCheck.check(text, "text", purpose, TemplateCheck.Blocks.NOWHERE, errors);
        if (purpose.question() != null && errors.isEmpty() && !text.contains(ANSWER_LINK))
            errors.add(new WordingError(
                    1, 1, "This notice asks a question. Add {{" + ANSWER_LINK + "}} where the link belongs"));
        return errors;
    }

    @Override
    protected @Nullable String plainText(Wording wording) {
        return wording.text();
    }

    @Override
    protected Wording fromPlainText(String text, @Nullable Map<String, String> buttons) {
        return Wording.ofText(text, buttons);
    }

    @Override
    public Optional<Rendered> renderPersonal(String subject, String text) {
        return Optional.of(new Rendered(null, text, null, new SmsContent(SmsLength.measure(text))));
    }

    @Override
    public int longestPersonal() {
        return 1_000;
    }

    @Override
    public List<String> starterLanguages() {
        return List.of("en", "de", "fr", "es", "it", "nl", "sv", "pl");
    }

    @Override
    public Wording starter(String set, ResourceBundle words, @Nullable Map<String, String> buttons) {
        return Wording.ofText(words.getString(set + ".sms"), null);
    }

    @Override
    public boolean isAsking(Wording wording) {
        return Texts.orEmpty(wording.text()).contains(ANSWER_LINK);
    }

    @Override
    public Wording withoutQuestion(Wording wording) {
        return Wording.ofText(ASKED.matcher(Texts.orEmpty(wording.text())).replaceAll(""), wording.buttons());
    }

    @Override
    public Wording withQuestion(Wording wording) {
        return Wording.ofText(wording.text() + " {{" + ANSWER_LINK + "}}", wording.buttons());
    }
}
