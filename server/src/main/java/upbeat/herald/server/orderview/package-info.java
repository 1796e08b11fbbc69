/**
 * What a coordinator sees of orders: list, filters, counts, timeline, export.
 *
 * <p>Not here: nothing is changed here except saved views, what is settled by hand, and who was taken out of a series.
 */
@NullMarked
package upbeat.herald.server.orderview;

import org.jspecify.annotations.NullMarked;
