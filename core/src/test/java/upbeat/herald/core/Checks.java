package upbeat.herald.core;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Reference data from outside the project; each file says in {@code source} who computed or published its values. */
public final class Checks {
    private Checks() {}

    public static Stream<JsonNode> list(String file, String list) {
        try (InputStream in = Checks.class.getResourceAsStream("/checks/" + file)) {
            return StreamSupport.stream(
                    JsonMapper.shared().readTree(in).path(list).spliterator(), false);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
