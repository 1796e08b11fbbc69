/**
 * Settings of the whole server.
 *
 * <p>Not here: no subject of the trade in any package below.
 */
@NullMarked
package upbeat.herald.server.platform;

import org.jspecify.annotations.NullMarked;
