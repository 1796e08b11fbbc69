/**
 * Random ids, through one port, so that a run can be replayed.
 *
 * <p>Not here: no other use of chance.
 */
@NullMarked
package upbeat.herald.server.platform.random;

import org.jspecify.annotations.NullMarked;
