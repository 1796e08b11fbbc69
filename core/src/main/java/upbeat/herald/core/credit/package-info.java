/**
 * What messages cost and what is left: prices with dates, the movements of a ledger with double entry, and how long the
 * credit lasts.
 *
 * <p>Not here: rows, payments and screens, which are the server's.
 */
@NullMarked
package upbeat.herald.core.credit;

import org.jspecify.annotations.NullMarked;
