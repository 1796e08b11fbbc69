/**
 * Signed calls to other systems, as the Standard Webhooks specification says.
 *
 * <p>Not here: what is told, to whom, and how often it is tried.
 */
@NullMarked
package upbeat.herald.server.platform.webhook;

import org.jspecify.annotations.NullMarked;
