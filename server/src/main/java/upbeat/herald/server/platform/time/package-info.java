/**
 * The clock, and the one of the demo that can be moved on.
 *
 * <p>Not here: no calendar rules; those are the core's.
 */
@NullMarked
package upbeat.herald.server.platform.time;

import org.jspecify.annotations.NullMarked;
