/**
 * CSV and XLSX imports: the check, the import with progress, and what was refused.
 *
 * <p>Not here: no own rule for an order; {@code ingest} has it.
 */
@NullMarked
package upbeat.herald.server.ingest.spreadsheet;

import org.jspecify.annotations.NullMarked;
