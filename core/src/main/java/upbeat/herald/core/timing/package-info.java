/**
 * Send windows, the time zone of a customer, and the attempts of a watch.
 *
 * <p>Not here: no scheduling; the server asks what is due.
 */
package upbeat.herald.core.timing;
