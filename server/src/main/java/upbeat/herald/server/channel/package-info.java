/**
 * The interface that a channel implements on the server, the registry that finds them, and their accounts.
 *
 * <p>Not here: nothing that only one channel has.
 */
@NullMarked
package upbeat.herald.server.channel;

import org.jspecify.annotations.NullMarked;
