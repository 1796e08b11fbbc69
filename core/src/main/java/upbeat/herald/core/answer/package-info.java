/**
 * The links that customers get in messages: signed, short, and read back only with the folder's key.
 *
 * <p>Not here: nothing about where a link leads or what an answer changes; that is the server's.
 */
@NullMarked
package upbeat.herald.core.answer;

import org.jspecify.annotations.NullMarked;
