package upbeat.herald.server.platform.outbox;

/** Tells what is in the outbox of one kind. Found by itself. */
public interface OutboxSender {
    /** The kind of what it tells. */
    String kind();

    /** Called outside any transaction; may take its time. */
    Result send(OutboxItem item);

    /** How an attempt ended; {@code said} is what the other side said, in words for the list. */
    sealed interface Result {
        String said();

        record Taken(String said) implements Result {}

        /** To be tried again. */
        record Later(String said) implements Result {}

        /** Not worth another attempt. */
        record Refused(String said) implements Result {}
    }
}
