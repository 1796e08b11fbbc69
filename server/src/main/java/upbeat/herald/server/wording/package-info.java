/**
 * Texts as a coordinator edits them: places, versions, saved blocks, previews with real orders, find and replace.
 *
 * <p>Not here: the rules of texts are the core's {@code wording}.
 */
@NullMarked
package upbeat.herald.server.wording;

import org.jspecify.annotations.NullMarked;
