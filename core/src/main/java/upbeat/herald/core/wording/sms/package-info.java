/**
 * The SMS channel: the GSM-7 alphabet (3GPP TS 23.038), segments, length and cost.
 *
 * <p>Not here: no connection to an SMS centre.
 */
@NullMarked
package upbeat.herald.core.wording.sms;

import org.jspecify.annotations.NullMarked;
