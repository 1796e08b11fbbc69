/**
 * SQLite: one writer, many readers, migrations, settings.
 *
 * <p>Not here: no table of a subject except the settings.
 */
@NullMarked
package upbeat.herald.server.platform.persistence;

import org.jspecify.annotations.NullMarked;
