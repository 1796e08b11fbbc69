/**
 * Wakes who waits for work.
 *
 * <p>Not here: what the work is.
 */
@NullMarked
package upbeat.herald.server.platform.signal;

import org.jspecify.annotations.NullMarked;
