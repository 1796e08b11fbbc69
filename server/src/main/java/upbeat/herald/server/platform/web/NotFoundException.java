package upbeat.herald.server.platform.web;

/** What was asked for is not there. */
public final class NotFoundException extends RuntimeException {
    public NotFoundException(String message) {
        super(message);
    }
}
