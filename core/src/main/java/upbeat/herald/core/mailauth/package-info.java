/**
 * Whether mail of a sender's domain will be believed: SPF (RFC 7208), DKIM (RFC 6376), DMARC (RFC 7489) and MX, judged
 * by what DNS says, with the record to publish where something is missing.
 *
 * <p>Not here: asking DNS, keys and signatures, which are the server's.
 */
@NullMarked
package upbeat.herald.core.mailauth;

import org.jspecify.annotations.NullMarked;
