/**
 * The clock, and the one of the demo that can be moved on.
 *
 * <p>Not here: no calendar rules; those are the core's.
 */
package upbeat.herald.server.platform.time;
