package upbeat.herald.server.subscriber;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import upbeat.herald.server.platform.webhook.WebhookEvent;
import upbeat.herald.server.subscriber.EventLogRepository.LoggedEvent;

/**
 * An event as its subscribers get it. It names the order, the parcel and the message, and nobody: whoever may know more
 * asks the API for it.
 */
final class EventWriter {
    private static final String TYPE = "upbeat.herald.";

    private EventWriter() {}

    /** Stable: the same event has the same id at every try and in every replay. */
    static String idOf(LoggedEvent e) {
        return "evt_" + e.at().toEpochMilli() + "_" + e.seq();
    }

    /**
     * {@code upbeat.herald.stage.reached}, {@code upbeat.herald.answer.given}, {@code upbeat.herald.message.failed}.
     */
    static String typeOf(EventKind kind, Map<String, Object> detail) {
        return TYPE
                + switch (kind) {
                    case STAGE -> "stage.reached";
                    case ANSWER -> "answer.given";
                    case MESSAGE -> "message." + detail.get("status");
                };
    }

    static String write(LoggedEvent e) {
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("shop", e.shop());
        data.put("order", e.order());
        if (e.trackingNumber() != null) {
            data.put("carrier", e.carrier());
            data.put("trackingNumber", e.trackingNumber());
        }
        e.detail().forEach((name, value) -> {
            if (value != null) data.put(name, name.equals("at") ? instant(value) : value);
        });
        return WebhookEvent.write(
                idOf(e), e.shop(), typeOf(e.kind(), e.detail()), e.shop() + "/" + e.order(), data, e.at());
    }

    private static String instant(Object millis) {
        return Instant.ofEpochMilli(((Number) millis).longValue()).toString();
    }
}
