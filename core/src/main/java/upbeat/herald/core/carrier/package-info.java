/**
 * Carriers: number formats and check digits, recognising a number, tracking links, code tables that turn a scan into a
 * stage.
 *
 * <p>Not here: no files, no network; how a carrier's scans come in is the server's {@code ingest}.
 */
@NullMarked
package upbeat.herald.core.carrier;

import org.jspecify.annotations.NullMarked;
