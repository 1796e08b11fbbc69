/**
 * The public contract, all of {@code /api/v1}: documents in, problems by RFC 9457 out.
 *
 * <p>Not here: no rule and no SQL; a controller hands on to a service below.
 */
@NullMarked
package upbeat.herald.server.api;

import org.jspecify.annotations.NullMarked;
