/**
 * The outside world for demo and tests: a mail server, an SMS message centre, a chat network, a shop and carriers. They
 * speak the real protocols on loopback ports; the product reaches them as it would reach the real ones and never by a
 * method call.
 *
 * <p>The script: a number ending in 99 is not on the chat network, one ending in 98 never gets its SMS, and a mailbox
 * whose name begins with {@code bounce} is refused.
 */
package upbeat.herald.standins;
