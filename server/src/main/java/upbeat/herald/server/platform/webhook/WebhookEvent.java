package upbeat.herald.server.platform.webhook;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import upbeat.herald.server.platform.persistence.Json;

/** What others are told with: a CloudEvent 1.0 in structured mode (CloudEvents JSON event format 1.0). */
public final class WebhookEvent {
    private WebhookEvent() {}

    /** @param subject what of the shop it is about */
    public static String write(
            String id, String shop, String type, String subject, Map<String, Object> data, Instant at) {
        Map<String, Object> event = new LinkedHashMap<>();
        event.put("specversion", "1.0");
        event.put("id", id);
        event.put("source", "/shops/" + shop);
        event.put("type", type);
        event.put("subject", subject);
        event.put("time", at.toString());
        event.put("datacontenttype", "application/json");
        event.put("data", data);
        return Json.write(event);
    }
}
