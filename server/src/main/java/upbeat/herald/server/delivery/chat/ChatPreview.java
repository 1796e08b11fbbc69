package upbeat.herald.server.delivery.chat;

import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.chat.ChatContent;
import upbeat.herald.core.wording.chat.ChatTemplate;
import upbeat.herald.server.channel.ChannelPreview;

/**
 * The parts of a chat message.
 *
 * @param template the body as words and numbered parameters
 * @param parameters their values, first is number 1
 */
record ChatPreview(
        @Nullable String header,
        String body,
        @Nullable String footer,
        List<String> replies,
        @Nullable String linkLabel,
        @Nullable String linkUrl,
        List<ChatTemplate.Part> template,
        List<String> parameters)
        implements ChannelPreview {
    static ChatPreview of(Rendered rendered) {
        ChatContent chat = ChatContent.in(rendered);
        ChatTemplate t = chat.template();
        List<String> parameters = chat.parameters();
        return new ChatPreview(
                t.header(),
                ChatTemplate.fill(t.body(), parameters),
                t.footer(),
                t.replies(),
                t.link() == null ? null : t.link().label(),
                t.link() == null ? null : ChatTemplate.fill(t.link().url(), parameters),
                ChatTemplate.parts(t.body()),
                parameters);
    }
}
