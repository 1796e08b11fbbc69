/**
 * The SMS centre, over SMPP 3.4: submit, segments, receipts, prices.
 *
 * <p>Not here: no other code knows SMPP.
 */
@NullMarked
package upbeat.herald.server.delivery.sms;

import org.jspecify.annotations.NullMarked;
