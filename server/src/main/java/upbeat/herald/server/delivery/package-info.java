/**
 * Takes planned messages that are due and hands them to their gateway, each at least once and never silently twice.
 *
 * <p>Not here: what is special to a channel stands in its own package below.
 */
@NullMarked
package upbeat.herald.server.delivery;

import org.jspecify.annotations.NullMarked;
