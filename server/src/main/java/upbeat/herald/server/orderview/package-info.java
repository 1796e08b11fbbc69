/**
 * What a coordinator sees of orders: list, filters, counts, timeline, export.
 *
 * <p>Not here: nothing is changed here except saved views and what is settled by hand.
 */
@NullMarked
package upbeat.herald.server.orderview;

import org.jspecify.annotations.NullMarked;
