package upbeat.herald.server.platform.web;

/** Somebody tries too often; said with 429. */
public class TooManyCallsException extends RuntimeException {
    public TooManyCallsException() {
        this("Too many attempts. Wait a minute, then try again");
    }

    /** @param message what to do instead */
    public TooManyCallsException(String message) {
        super(message);
    }
}
