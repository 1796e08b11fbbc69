package upbeat.herald.server.ingest.spreadsheet;

import org.jspecify.annotations.Nullable;

/**
 * A file that was uploaded or found.
 *
 * @param kind {@code orders}, {@code tracking} or {@code stages}
 * @param source {@code upload}, or the feed it came by
 */
record ImportFile(
        String id,
        String fileName,
        String shop,
        String kind,
        @Nullable String source) {}
