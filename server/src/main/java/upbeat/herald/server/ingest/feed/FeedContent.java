package upbeat.herald.server.ingest.feed;

import org.jspecify.annotations.Nullable;

/**
 * What the files contain.
 *
 * @param holds {@code orders}, {@code tracking}, {@code stages}, or a format of scan documents
 * @param shop whose orders they are; {@code carrier} whose scans, or null where the documents say so
 */
record FeedContent(
        String holds, @Nullable String shop, @Nullable String carrier) {}
