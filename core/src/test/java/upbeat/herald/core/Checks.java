package upbeat.herald.core;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Map;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Reference data from outside the project; each file says in {@code source} who computed or published its values. */
public final class Checks {
    private Checks() {}

    public static Stream<JsonNode> list(String file, String list) {
        return StreamSupport.stream(read(file).path(list).spliterator(), false);
    }

    /** The values of an object by their names. */
    public static Stream<Map.Entry<String, JsonNode>> map(String file, String object) {
        return read(file).path(object).properties().stream();
    }

    private static JsonNode read(String file) {
        try (InputStream in = Checks.class.getResourceAsStream("/checks/" + file)) {
            return JsonMapper.shared().readTree(in);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
