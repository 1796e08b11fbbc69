/**
 * Keys in the data folder, and secrets sealed with them.
 *
 * <p>Not here: who uses a secret.
 */
@NullMarked
package upbeat.herald.server.platform.secret;

import org.jspecify.annotations.NullMarked;
