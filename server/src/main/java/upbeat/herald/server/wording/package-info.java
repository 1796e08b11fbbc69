/**
 * Texts as a coordinator edits them: places, versions, saved blocks, previews with real orders, find and replace.
 *
 * <p>Not here: the rules of texts are the core's {@code wording}.
 */
package upbeat.herald.server.wording;
