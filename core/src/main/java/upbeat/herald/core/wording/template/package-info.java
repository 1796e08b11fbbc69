/**
 * Fields in texts: checking them, filling them from an order, and how amounts, days and lists are written in a
 * language.
 *
 * <p>Not here: nothing that only one channel has.
 */
@NullMarked
package upbeat.herald.core.wording.template;

import org.jspecify.annotations.NullMarked;
