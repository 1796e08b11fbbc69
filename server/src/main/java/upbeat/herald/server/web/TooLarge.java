package upbeat.herald.server.web;

import java.io.IOException;

/** A body is larger than its door takes. */
final class TooLarge extends IOException {
    TooLarge(long limit) {
        super("The body is larger than " + (limit >> 20) + " MB. Send less at once");
    }
}
