/**
 * Wakes who waits for work.
 *
 * <p>Not here: what the work is.
 */
package upbeat.herald.server.platform.signal;
