/**
 * The chat network: approvals of templates, sending, signed reports and replies.
 *
 * <p>Not here: no other code knows the network's documents.
 */
@NullMarked
package upbeat.herald.server.delivery.chat;

import org.jspecify.annotations.NullMarked;
