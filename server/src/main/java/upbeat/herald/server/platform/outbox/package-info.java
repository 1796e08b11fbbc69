/**
 * What is told to others than customers, the team's mailbox or a shop: kept in the transaction that has it to say, and
 * tried after growing waits until it was taken or too often.
 *
 * <p>Not here: nothing about who is told and how; each kind has a sender of its own.
 */
@NullMarked
package upbeat.herald.server.platform.outbox;

import org.jspecify.annotations.NullMarked;
