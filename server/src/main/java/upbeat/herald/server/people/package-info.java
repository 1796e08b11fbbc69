/**
 * Accounts, sessions and API keys.
 *
 * <p>Not here: how requests are let in is set up in {@code platform.security}.
 */
package upbeat.herald.server.people;
