package upbeat.herald.server.platform.web;

/** Somebody tries too often; said with 429. */
public class TooManyCallsException extends RuntimeException {
    public TooManyCallsException() {
        super("Too many attempts. Wait a minute, then try again");
    }
}
