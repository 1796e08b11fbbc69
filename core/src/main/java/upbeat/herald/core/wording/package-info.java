/**
 * Texts of messages by language and variant, and what every channel has to offer for them.
 *
 * <p>Not here: what is special to one channel stands in its own package below; a notice is only known by its purpose.
 */
@NullMarked
package upbeat.herald.core.wording;

import org.jspecify.annotations.NullMarked;
