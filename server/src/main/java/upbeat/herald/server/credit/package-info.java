/**
 * What messages cost and what is left: the ledger, what is held for messages to come, limits by the month, and what
 * happens when either is used up.
 *
 * <p>Not here: the price list, which {@code channel} has, and what a message costs, which is worked out where it is
 * written.
 */
@NullMarked
package upbeat.herald.server.credit;

import org.jspecify.annotations.NullMarked;
