package upbeat.herald.server.platform.secret;

import java.io.IOException;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.HeraldProperties;
import upbeat.herald.server.platform.random.RandomIds;

/** The key under the answer links: a file beside the database, readable by its owner alone, made at the first start. */
@Component
public class LinkSigningKey {
    private final byte[] key;

    LinkSigningKey(HeraldProperties properties, RandomIds ids) throws IOException {
        key = KeyFile.readOrCreate(
                properties.data().resolve("link.key"), ids, "links in messages sent so far will stop working");
    }

    public byte[] bytes() {
        return key.clone();
    }
}
