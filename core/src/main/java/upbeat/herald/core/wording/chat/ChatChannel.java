package upbeat.herald.core.wording.chat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.ResourceBundle;
import java.util.stream.Collectors;
import java.util.stream.Stream;
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

/**
 * Messages over the chat network: approved templates with numbered parameters. The networks ask for an opt-in (common
 * practice, no source).
 */
public final class ChatChannel extends PhoneChannel {
    public static final ChatChannel WHATSAPP = new ChatChannel();

    @Override
    public String code() {
        return "whatsapp";
    }

    @Override
    public String label() {
        return "WhatsApp";
    }

    @Override
    protected int position() {
        return 30;
    }

    @Override
    public @Nullable Boolean consentOf(Order.Consent consent) {
        return consent.whatsapp();
    }

    @Override
    public boolean requiresConsent() {
        return true;
    }

    @Override
    public Rendered render(Wording wording, MessageSubject about) {
        MessageSubject subject = about.withButtonLabels(wording.buttons());
        ChatTemplate template = ChatTemplate.of(wording, subject.question());
        List<String> parameters = template.parameters(FieldValues.collect(subject, false));
        return new Rendered(null, template.fill(parameters), null, new ChatContent(template, parameters));
    }

    @Override
    protected List<WordingError> checkParts(WordingPurpose purpose, Wording wording) {
        List<WordingError> errors = new ArrayList<>();
        String text = wording.text() == null ? "" : wording.text();
        if (Texts.isBlank(text)) errors.add(new WordingError(1, 1, "The text is empty"));
        if (TemplateCheck.isTooLong(text, "text", errors)) return errors;
        TemplateCheck.check(text, "text", purpose, TemplateCheck.Blocks.NOWHERE, errors);
        if (errors.isEmpty()) errors.addAll(ChatTemplate.findErrors(wording, purpose));
        return errors;
    }

    @Override
    protected String readableText(Wording wording) {
        return Stream.of(wording.chat().header(), wording.text(), wording.chat().footer())
                .filter(t -> t != null)
                .collect(Collectors.joining("\n"));
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
        return Optional.of(new Rendered(null, text, null, null));
    }

    /** Later the network takes approved templates only (common practice, no source). */
    @Override
    public Duration personalWindow() {
        return Duration.ofHours(24);
    }

    @Override
    public int longestPersonal() {
        return 1_024;
    }

    @Override
    public List<String> starterLanguages() {
        return List.of("en", "de", "fr", "es", "it");
    }

    @Override
    public Wording starter(String set, ResourceBundle words, @Nullable Map<String, String> buttons) {
        return Wording.ofText(words.getString(set + ".chat"), buttons);
    }
}
