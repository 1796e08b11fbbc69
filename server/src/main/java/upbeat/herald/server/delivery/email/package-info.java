/**
 * The mail server: MIME, SMTP, and the verification of a sender address.
 *
 * <p>Not here: no text is written here.
 */
@NullMarked
package upbeat.herald.server.delivery.email;

import org.jspecify.annotations.NullMarked;
