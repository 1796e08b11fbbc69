/**
 * The SMS centre, over SMPP 3.4: submit, segments, receipts, prices.
 *
 * <p>Not here: no other code knows SMPP.
 */
package upbeat.herald.server.delivery.sms;
