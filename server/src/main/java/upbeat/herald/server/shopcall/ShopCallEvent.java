package upbeat.herald.server.shopcall;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import upbeat.herald.server.platform.persistence.Json;

/** What a shop is called with: a CloudEvent 1.0 in structured mode (CloudEvents JSON event format 1.0). */
final class ShopCallEvent {
    static final String CONTENT_TYPE = "application/cloudevents+json; charset=utf-8";

    private ShopCallEvent() {}

    /** @param subject what it is about: the order's number, or the shop's key for a test */
    static String write(String id, String shop, String type, String subject, Map<String, Object> data, Instant now) {
        Map<String, Object> event = new LinkedHashMap<>();
        event.put("specversion", "1.0");
        event.put("id", id);
        event.put("source", "/shops/" + shop);
        event.put("type", type);
        event.put("subject", subject);
        event.put("time", now.toString());
        event.put("datacontenttype", "application/json");
        event.put("data", data);
        return Json.write(event);
    }
}
