/**
 * Documents from outside, read without trust: CSV, IFTSTA, EPCIS, signed webhooks.
 *
 * <p>Not here: nothing is stored here, and nothing is decided about customers.
 */
@NullMarked
package upbeat.herald.core.exchange;

import org.jspecify.annotations.NullMarked;
