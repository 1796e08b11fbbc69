/**
 * Accounts, sessions and API keys.
 *
 * <p>Not here: how requests are let in is set up in {@code platform.security}.
 */
@NullMarked
package upbeat.herald.server.people;

import org.jspecify.annotations.NullMarked;
