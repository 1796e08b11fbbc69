package upbeat.herald.server.delivery.chat;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.chat.ChatTemplate;

/**
 * A template as the network takes it: its texts are lists of words and parameter numbers.
 *
 * @param samples one for each parameter
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record TemplateDocument(
        String name,
        String language,
        @Nullable String header,
        List<PartDocument> body,
        @Nullable String footer,
        List<String> buttons,
        @Nullable LinkDocument link,
        List<String> samples) {
    /** Words, or the number of a parameter, from 1. */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    public record PartDocument(
            @Nullable String text, @Nullable Integer parameter) {}

    public record LinkDocument(@Nullable String label, List<PartDocument> url) {}

    public static TemplateDocument of(String name, ChatSubmission s) {
        return new TemplateDocument(
                name,
                s.language(),
                s.header(),
                parts(s.body()),
                s.footer(),
                s.buttons(),
                s.link() == null
                        ? null
                        : new LinkDocument(s.link().label(), parts(s.link().url())),
                s.samples());
    }

    private static List<PartDocument> parts(@Nullable String piece) {
        return ChatTemplate.parts(Texts.orEmpty(piece)).stream()
                .map(p -> new PartDocument(p.text(), p.parameter()))
                .toList();
    }
}
