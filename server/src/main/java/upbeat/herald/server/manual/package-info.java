/**
 * What a coordinator changes by hand, for one order or many, each with a true undo.
 *
 * <p>Not here: no automatic change.
 */
@NullMarked
package upbeat.herald.server.manual;

import org.jspecify.annotations.NullMarked;
