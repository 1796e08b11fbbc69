package upbeat.herald.server.ingest.feed;

import org.jspecify.annotations.Nullable;

/** Where files come from. @param kind {@code folder} or {@code address}; {@code place} its name or address */
record FeedSource(@Nullable String kind, @Nullable String place) {}
