package upbeat.herald.server.delivery.letter;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.ResourceBundle;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingError;
import upbeat.herald.core.wording.WordingPurpose;
import upbeat.herald.core.wording.template.FieldValues;
import upbeat.herald.core.wording.template.TemplateCheck;
import upbeat.herald.core.wording.template.TextTemplate;

/** Letters on paper, to the address of delivery. */
public final class LetterChannel extends Channel {
    @Override
    public String code() {
        return "letter";
    }

    @Override
    public String label() {
        return "letter";
    }

    @Override
    protected int position() {
        return 40;
    }

    @Override
    public Optional<String> addressOf(Order order) {
        Order.ShipTo to = order.shipTo();
        if (to == null || Texts.isBlank(to.name()) || Texts.isBlank(to.city())) return Optional.empty();
        return Optional.of(Stream.of(to.name(), to.street(), to.postcode(), to.city(), to.country())
                .filter(line -> !Texts.isBlank(line))
                .collect(Collectors.joining(", ")));
    }

    @Override
    public String addressLabel() {
        return "postal address";
    }

    @Override
    public String parseAddress(@Nullable String typed) {
        if (Texts.isBlank(typed)) throw new HeraldException("to", "Enter a postal address");
        return typed.strip();
    }

    @Override
    public @Nullable Boolean consentOf(Order.Consent consent) {
        return null;
    }

    @Override
    public Rendered render(Wording wording, MessageSubject subject) {
        String text = TextTemplate.plain(wording.text()).render(FieldValues.collect(subject, false));
        return new Rendered(null, text, null, null);
    }

    @Override
    protected List<WordingError> checkParts(WordingPurpose purpose, Wording wording) {
        List<WordingError> errors = new ArrayList<>();
        if (Texts.isBlank(wording.text())) errors.add(new WordingError(1, 1, "The letter is empty"));
        else TemplateCheck.check(wording.text(), "text", purpose, TemplateCheck.Blocks.NOWHERE, errors);
        return errors;
    }

    @Override
    protected String plainText(Wording wording) {
        return wording.text();
    }

    @Override
    protected Wording fromPlainText(String text, @Nullable Map<String, String> buttons) {
        return Wording.ofText(text, buttons);
    }

    @Override
    public List<String> starterLanguages() {
        return List.of();
    }

    @Override
    public Wording starter(String set, ResourceBundle words, @Nullable Map<String, String> buttons) {
        throw new UnsupportedOperationException("there are no starters for letters");
    }
}
