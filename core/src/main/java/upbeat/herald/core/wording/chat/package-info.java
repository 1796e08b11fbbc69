/**
 * The chat channel: its address and consent, the template with numbered parameters that the network approves, its
 * limits.
 *
 * <p>Not here: no connection to a network.
 */
package upbeat.herald.core.wording.chat;
