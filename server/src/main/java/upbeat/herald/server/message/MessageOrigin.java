package upbeat.herald.server.message;

import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/**
 * What a message is about. With the channel, this makes it unique.
 *
 * @param parcel tracking number, or null for the order as a whole
 * @param occasion which time the stage was reached
 */
public record MessageOrigin(
        String noticeId,
        long orderId,
        @Nullable String parcel,
        @Nullable Long parcelId,
        String occasion,
        Stage stage) {}
