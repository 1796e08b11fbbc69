/**
 * SQLite: one writer, many readers, migrations, settings.
 *
 * <p>Not here: no table of a subject except the settings.
 */
package upbeat.herald.server.platform.persistence;
