/**
 * Documents from outside, read without trust: CSV, IFTSTA, EPCIS, signed webhooks.
 *
 * <p>Not here: nothing is stored here, and nothing is decided about customers.
 */
package upbeat.herald.core.exchange;
