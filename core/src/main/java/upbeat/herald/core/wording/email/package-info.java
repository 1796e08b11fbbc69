/**
 * The e-mail channel: blocks, their check, and the HTML and plain text made of them.
 *
 * <p>Not here: no mail server and no MIME.
 */
package upbeat.herald.core.wording.email;
