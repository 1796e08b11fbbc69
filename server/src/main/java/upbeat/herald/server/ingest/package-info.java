/**
 * Facts coming in: orders, parcels, scans and reports are checked, stored as they came, and decided on in one
 * transaction.
 *
 * <p>Not here: no web page and no gateway.
 */
@NullMarked
package upbeat.herald.server.ingest;

import org.jspecify.annotations.NullMarked;
