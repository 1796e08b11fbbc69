/**
 * Uploaded pictures, decoded and written anew.
 *
 * <p>Not here: where a picture is used.
 */
@NullMarked
package upbeat.herald.server.platform.picture;

import org.jspecify.annotations.NullMarked;
