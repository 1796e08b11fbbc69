package upbeat.herald.server.ingest.feed;

import org.jspecify.annotations.Nullable;
import upbeat.herald.core.timing.Watch;

/**
 * When files are looked for.
 *
 * @param schedule {@code off} (only when asked), {@code interval} or {@code daily}
 * @param atTime local time of a daily run in {@code zone}, or null
 */
record FeedTiming(String schedule, @Nullable String atTime, String zone, Watch watch, boolean live) {}
