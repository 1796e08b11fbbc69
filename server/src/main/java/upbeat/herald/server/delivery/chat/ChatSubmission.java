package upbeat.herald.server.delivery.chat;

import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.chat.ChatTemplate;

/** A template as it is submitted to the network. @param samples one for each parameter */
public record ChatSubmission(
        String language,
        @Nullable String header,
        String body,
        @Nullable String footer,
        List<String> buttons,
        Wording.@Nullable LinkButton link,
        List<String> samples) {
    static ChatSubmission of(String language, ChatTemplate t) {
        return new ChatSubmission(language, t.header(), t.body(), t.footer(), t.replies(), t.link(), t.samples());
    }
}
