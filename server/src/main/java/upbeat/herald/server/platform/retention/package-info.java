/**
 * How long things are kept, and the nightly work that deletes what is older.
 *
 * <p>Not here: what is deleted; each package says that of its own tables.
 */
@NullMarked
package upbeat.herald.server.platform.retention;

import org.jspecify.annotations.NullMarked;
