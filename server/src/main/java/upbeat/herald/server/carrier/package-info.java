/**
 * The carriers in use, their settings and their import and export.
 *
 * <p>Not here: reading a carrier's scans belongs to {@code ingest}.
 */
@NullMarked
package upbeat.herald.server.carrier;

import org.jspecify.annotations.NullMarked;
