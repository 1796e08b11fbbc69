package upbeat.herald.server.message;

import java.util.List;

/** The counting of messages without the rest of the application. */
public final class MessageTallies {
    private MessageTallies() {}

    public static MessageTallyRepository repository() {
        return new MessageTallyRepository();
    }

    public static MessageKinds kinds(MessageTallyRepository repository) {
        return new MessageKinds(repository);
    }

    public static List<String> statements() {
        return MessageTallyRepository.STATEMENTS;
    }
}
