package upbeat.herald.server.platform.persistence;

import java.util.Map;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Documents in the database, as JSON. Unknown properties are left alone, so that an older program reads what a newer
 * one wrote.
 */
public final class Json {
    private static final JsonMapper MAPPER = JsonMapper.builder()
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            // What came after a document was written is missing there.
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .disable(tools.jackson.databind.cfg.DateTimeFeature.WRITE_DATES_AS_TIMESTAMPS)
            .disable(tools.jackson.databind.cfg.DateTimeFeature.WRITE_DURATIONS_AS_TIMESTAMPS)
            .build();

    private Json() {}

    public static String write(@Nullable Object value) {
        return MAPPER.writeValueAsString(value);
    }

    /** Any document as a tree, numbers as they were written. */
    public static JsonNode readTree(String json) {
        return MAPPER.readTree(json);
    }

    public static ObjectNode newObject() {
        return MAPPER.createObjectNode();
    }

    /** A record as a map of its values by name; values that are not there are null. */
    public static Map<String, Object> toMap(Object value) {
        return MAPPER.convertValue(value, new TypeReference<>() {});
    }

    public static <T> T convert(Object value, Class<T> type) {
        return MAPPER.convertValue(value, type);
    }

    public static <T> T read(String json, Class<T> type) {
        return MAPPER.readValue(json, type);
    }

    public static <T> T read(String json, TypeReference<T> type) {
        return MAPPER.readValue(json, type);
    }

    /** Of a column that may be null. */
    public static <T> @Nullable T readNullable(@Nullable String json, Class<T> type) {
        return json == null ? null : MAPPER.readValue(json, type);
    }
}
