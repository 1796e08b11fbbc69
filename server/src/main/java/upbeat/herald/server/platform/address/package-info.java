/**
 * The address under which customers reach their pages.
 *
 * <p>Not here: what stands on those pages.
 */
@NullMarked
package upbeat.herald.server.platform.address;

import org.jspecify.annotations.NullMarked;
