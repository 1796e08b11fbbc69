/**
 * The demo's shop with its past, and the test bench; only where the demo is switched on.
 *
 * <p>Not here: nothing that a real installation needs.
 */
@NullMarked
package upbeat.herald.server.simulation;

import org.jspecify.annotations.NullMarked;
