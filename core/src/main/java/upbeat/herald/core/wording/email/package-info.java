/**
 * The e-mail channel: blocks, their check, and the HTML and plain text made of them.
 *
 * <p>Not here: no mail server and no MIME.
 */
@NullMarked
package upbeat.herald.core.wording.email;

import org.jspecify.annotations.NullMarked;
