package upbeat.herald.server.web;

/** What was asked for is not there. */
public final class NotFound extends RuntimeException {
    public NotFound(String message) {
        super(message);
    }
}
