/**
 * The pages that customers open without a log-in, in eight languages: tracking, look-up, answers, preferences, and the
 * short link.
 *
 * <p>Not here: nothing that a coordinator sees.
 */
@NullMarked
package upbeat.herald.server.customerpage;

import org.jspecify.annotations.NullMarked;
