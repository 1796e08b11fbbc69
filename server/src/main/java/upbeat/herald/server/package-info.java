/**
 * Starts the application.
 *
 * <p>Not here: nothing else: every subject has a package of its own, and {@code ArchitectureTest} keeps their order.
 */
@NullMarked
package upbeat.herald.server;

import org.jspecify.annotations.NullMarked;
