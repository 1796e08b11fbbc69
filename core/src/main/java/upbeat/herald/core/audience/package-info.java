/**
 * Whom a notice is for: conditions on orders, each kind a class of its own in {@code kind}, joined in groups.
 *
 * <p>Not here: when and how something is said, and what was looked up in a database.
 */
@NullMarked
package upbeat.herald.core.audience;

import org.jspecify.annotations.NullMarked;
