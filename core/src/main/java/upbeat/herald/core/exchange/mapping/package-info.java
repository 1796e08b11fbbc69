/**
 * A shop's own documents turned into orders: where each value stands in them, and how it is brought into our notation.
 */
package upbeat.herald.core.exchange.mapping;
