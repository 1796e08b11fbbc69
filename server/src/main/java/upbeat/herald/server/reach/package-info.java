/**
 * Whom a notice that is being written would reach: counted over the orders of the last 30 days.
 *
 * <p>Not here: no rule is judged here, only the core's decision asked many times; nothing is sent or kept.
 */
@NullMarked
package upbeat.herald.server.reach;

import org.jspecify.annotations.NullMarked;
