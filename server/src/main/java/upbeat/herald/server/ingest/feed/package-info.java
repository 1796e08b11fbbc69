/**
 * Files that are fetched from folders and addresses, and carriers that are polled.
 *
 * <p>Not here: what a file means is read in {@code ingest} and {@code ingest.spreadsheet}.
 */
@NullMarked
package upbeat.herald.server.ingest.feed;

import org.jspecify.annotations.NullMarked;
