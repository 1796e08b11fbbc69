/**
 * Orders, parcels, scans, visits and answers as rows, and the search index.
 *
 * <p>Not here: no workflow: what a change means is decided above.
 */
@NullMarked
package upbeat.herald.server.order;

import org.jspecify.annotations.NullMarked;
