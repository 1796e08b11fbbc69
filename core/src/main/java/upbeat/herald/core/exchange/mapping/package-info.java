/**
 * How any JSON from a shop becomes an order: paths, formatters, and the proposal made from a sample.
 *
 * <p>Not here: no web requests and no rows of the database.
 */
@NullMarked
package upbeat.herald.core.exchange.mapping;

import org.jspecify.annotations.NullMarked;
