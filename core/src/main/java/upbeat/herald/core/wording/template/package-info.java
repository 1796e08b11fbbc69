/**
 * Fields in texts: checking them, filling them from an order, and how amounts, days and lists are written in a
 * language.
 *
 * <p>Not here: nothing that only one channel has.
 */
package upbeat.herald.core.wording.template;
