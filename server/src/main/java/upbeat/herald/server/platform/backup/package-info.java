/**
 * Copies of a data folder that can be put back: made while the product runs, consistent, and opened before they count.
 *
 * <p>Not here: where copies go from there, which is the operator's.
 */
@NullMarked
package upbeat.herald.server.platform.backup;

import org.jspecify.annotations.NullMarked;
