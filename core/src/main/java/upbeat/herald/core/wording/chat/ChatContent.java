package upbeat.herald.core.wording.chat;

import java.util.List;
import upbeat.herald.core.wording.Rendered;

/** A chat message as the network takes it. @param parameters the values of the template's numbers, first is 1 */
public record ChatContent(ChatTemplate template, List<String> parameters) implements Rendered.Details {
    public ChatContent {
        parameters = List.copyOf(parameters);
    }

    /** What a rendered chat message holds besides its text. */
    public static ChatContent in(Rendered rendered) {
        if (rendered.details() instanceof ChatContent chat) return chat;
        throw new IllegalArgumentException("not a chat message");
    }
}
