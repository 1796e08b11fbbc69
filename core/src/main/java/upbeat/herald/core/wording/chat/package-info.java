/**
 * The chat channel: its address and consent, the template with numbered parameters that the network approves, its
 * limits.
 *
 * <p>Not here: no connection to a network.
 */
@NullMarked
package upbeat.herald.core.wording.chat;

import org.jspecify.annotations.NullMarked;
