package upbeat.herald.core.wording;

import java.util.List;
import java.util.Map;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Wording;

/** Turns a wording and the data of the moment into a message. The preview and the dispatcher both ask here. */
public final class Render {
    private Render() {}

    /** @throws FieldEmpty where a field has neither a value nor a fallback */
    public static Rendered message(Channel channel, Wording wording, Subject about) {
        Subject subject = about.asking(wording.buttons());
        Map<String, LazyValues> values = FieldValues.of(subject, channel == Channel.SMS);
        return switch (channel) {
            case EMAIL -> MailTemplate.render(wording, subject, values);
            case SMS -> {
                String text = TextTemplate.plain(wording.text().strip())
                        .render(values)
                        .strip();
                yield new Rendered(null, text, null, null, List.of(), SmsLength.of(text));
            }
            case WHATSAPP -> {
                ChatTemplate template = ChatTemplate.of(wording, subject.question());
                List<String> parameters = template.parameters(values);
                yield new Rendered(null, template.filled(parameters), null, template, parameters, null);
            }
        };
    }
}
