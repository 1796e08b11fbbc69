package upbeat.herald.server.platform.web;

import java.io.IOException;

/** A request body is larger than its address takes. */
final class BodyTooLargeException extends IOException {
    BodyTooLargeException(long limit) {
        super("The request body is larger than " + (limit >> 20) + " MB. Send less at once");
    }
}
