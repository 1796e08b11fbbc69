/**
 * The chat network: approvals of templates, sending, signed reports and replies.
 *
 * <p>Not here: no other code knows the network's documents.
 */
package upbeat.herald.server.delivery.chat;
