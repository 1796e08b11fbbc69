/**
 * Keys in the data folder, and secrets sealed with them.
 *
 * <p>Not here: who uses a secret.
 */
package upbeat.herald.server.platform.secret;
