package upbeat.herald.server.ingest.feed;

/** Where files come from. @param kind {@code folder} or {@code address}; {@code place} its name or address */
record FeedSource(String kind, String place) {}
