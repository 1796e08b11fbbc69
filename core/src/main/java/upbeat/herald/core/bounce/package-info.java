/**
 * What mail servers report of a message: status codes (RFC 3463), delivery reports (RFC 3464), plain bounces of older
 * servers, and complaints (RFC 5965).
 *
 * <p>Not here: taking mails apart, which a library does, and what follows, which is the server's.
 */
@NullMarked
package upbeat.herald.core.bounce;

import org.jspecify.annotations.NullMarked;
