package upbeat.herald.core.exchange;

import java.net.URI;
import java.net.URISyntaxException;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import upbeat.herald.core.HeraldException;

/**
 * Reads CloudEvents 1.0 in the three modes of its HTTP binding: structured ({@code application/cloudevents+json}),
 * batched ({@code application/cloudevents-batch+json}) and binary (attributes as {@code ce-} headers). What the
 * specification demands of an event is checked; extension attributes are let through.
 */
public final class CloudEventReader {
    public static final int MOST = 10_000;
    private static final String STRUCTURED = "application/cloudevents+json";
    private static final String BATCHED = "application/cloudevents-batch+json";
    private static final String HEADER = "ce-";
    private static final Pattern ATTRIBUTE = Pattern.compile("[a-z0-9]+");
    private static final Set<String> DATA = Set.of("data", "data_base64");
    private static final int LONGEST = 4_000;

    private CloudEventReader() {}

    /** @param event null where it is none, and {@code fault} says why */
    public record Entry(
            @Nullable CloudEvent event, @Nullable String fault) {}

    /** @param isBatch true where they came as a list: then one with a fault doesn't stop the others */
    public record Events(boolean isBatch, List<Entry> entries) {}

    /**
     * @param contentType of the body, with or without parameters
     * @param headers of the request, names in small letters
     * @throws HeraldException where the body can't be read as events at all
     */
    public static Events read(@Nullable String contentType, Map<String, String> headers, byte[] body) {
        String type =
                contentType == null ? "" : contentType.split(";", 2)[0].strip().toLowerCase(Locale.ROOT);
        if (type.equals(BATCHED)) {
            JsonNode list = parse(body);
            if (!list.isArray()) throw new HeraldException("", "A batch is a JSON array of events");
            if (list.size() > MOST)
                throw new HeraldException(
                        "", "Send up to " + MOST + " events at once. This request has " + list.size());
            List<Entry> entries = new ArrayList<>();
            list.forEach(e -> entries.add(check(e)));
            return new Events(true, entries);
        }
        if (type.equals(STRUCTURED)) return new Events(false, List.of(check(parse(body))));
        if (headers.containsKey(HEADER + "specversion"))
            return new Events(false, List.of(check(fromHeaders(type, headers, body))));
        throw new HeraldException(
                "",
                "Send a CloudEvent 1.0: as " + STRUCTURED + ", as " + BATCHED
                        + ", or with its attributes in headers such as ce-type");
    }

    private static JsonNode parse(byte[] body) {
        try {
            JsonNode read = JsonMapper.shared().readTree(body);
            return read == null ? JsonMapper.shared().missingNode() : read;
        } catch (JacksonException e) {
            throw new HeraldException("", "The body isn't valid JSON");
        }
    }

    /** HTTP binding, 3.1.3: values are percent-encoded UTF-8. */
    private static JsonNode fromHeaders(String type, Map<String, String> headers, byte[] body) {
        ObjectNode event = JsonMapper.shared().createObjectNode();
        headers.forEach((name, value) -> {
            if (name.startsWith(HEADER)) event.put(name.substring(HEADER.length()), decode(value));
        });
        if (body.length == 0) return event;
        boolean isJson = type.isEmpty() || type.equals("application/json") || type.endsWith("+json");
        if (!isJson) throw new HeraldException("data", "Send the data as application/json");
        event.set("data", parse(body));
        return event;
    }

    private static String decode(String value) {
        try {
            return URLDecoder.decode(value.replace("+", "%2B"), StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            return value;
        }
    }

    private static Entry check(JsonNode e) {
        String fault = findFault(e);
        if (fault != null) return new Entry(null, fault);
        JsonNode data = e.path("data");
        return new Entry(
                new CloudEvent(
                        e.path("source").asString(),
                        e.path("id").asString(),
                        e.path("type").asString(),
                        e.path("subject").isString() ? e.path("subject").asString() : null,
                        data.isMissingNode() || data.isNull() ? null : data),
                null);
    }

    private static @Nullable String findFault(JsonNode e) {
        if (!e.isObject()) return "An event is a JSON object";
        for (Map.Entry<String, JsonNode> attribute : e.properties()) {
            String name = attribute.getKey();
            JsonNode value = attribute.getValue();
            if (DATA.contains(name) || value.isNull()) continue;
            if (!ATTRIBUTE.matcher(name).matches())
                return "\"" + name + "\": names of attributes have small letters and digits only";
            if (value.isObject() || value.isArray())
                return "\"" + name + "\" has to be a text, a number, true or false";
            if (value.isString() && value.asString().length() > LONGEST) return "\"" + name + "\" is too long";
        }
        for (String required : List.of("id", "source", "type", "specversion"))
            if (!e.path(required).isString() || e.path(required).asString().isBlank())
                return "\"" + required + "\" is missing";
        if (!e.path("specversion").asString().equals("1.0")) return "Only specversion 1.0 is understood";
        if (!isReference(e.path("source").asString())) return "\"source\" has to be a URI reference";
        if (e.has("time") && !e.path("time").isNull() && !isTime(e.path("time"))) return "\"time\" has to be RFC 3339";
        if (e.hasNonNull("data") && e.hasNonNull("data_base64")) return "An event has data or data_base64, not both";
        if (e.hasNonNull("data_base64")) return "Send the data as JSON, not in base 64";
        return null;
    }

    private static boolean isReference(String source) {
        try {
            new URI(source);
            return true;
        } catch (URISyntaxException e) {
            return false;
        }
    }

    private static boolean isTime(JsonNode time) {
        try {
            OffsetDateTime.parse(time.asString());
            return true;
        } catch (DateTimeException e) {
            return false;
        }
    }
}
