/**
 * Settings of the whole server.
 *
 * <p>Not here: no subject of the trade in any package below.
 */
package upbeat.herald.server.platform;
