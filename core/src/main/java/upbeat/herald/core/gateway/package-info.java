/**
 * Which of a channel's accounts a message leaves through.
 *
 * <p>Not here: the accounts themselves and what is sent through them, which are the server's.
 */
@NullMarked
package upbeat.herald.core.gateway;

import org.jspecify.annotations.NullMarked;
