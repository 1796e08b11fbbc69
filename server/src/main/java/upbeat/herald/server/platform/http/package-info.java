/**
 * Requests to addresses that somebody typed in: limited, and never into the own network.
 *
 * <p>Not here: no meaning of what comes back.
 */
@NullMarked
package upbeat.herald.server.platform.http;

import org.jspecify.annotations.NullMarked;
