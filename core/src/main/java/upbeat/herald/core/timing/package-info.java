/**
 * Send windows, the time zone of a customer, and the attempts of a watch.
 *
 * <p>Not here: no scheduling; the server asks what is due.
 */
@NullMarked
package upbeat.herald.core.timing;

import org.jspecify.annotations.NullMarked;
