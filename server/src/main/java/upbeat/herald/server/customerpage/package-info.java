/**
 * The pages that customers open without a log-in: the answer page and the short link, in eight languages.
 *
 * <p>Not here: nothing that a coordinator sees.
 */
@NullMarked
package upbeat.herald.server.customerpage;

import org.jspecify.annotations.NullMarked;
