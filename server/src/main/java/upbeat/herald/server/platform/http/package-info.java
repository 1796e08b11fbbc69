/**
 * Requests to addresses that somebody typed in: limited, and never into the own network.
 *
 * <p>Not here: no meaning of what comes back.
 */
package upbeat.herald.server.platform.http;
