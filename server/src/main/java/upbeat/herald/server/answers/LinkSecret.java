package upbeat.herald.server.answers;

import java.io.IOException;
import org.springframework.stereotype.Component;
import upbeat.herald.server.Settings;
import upbeat.herald.server.storage.KeyFile;
import upbeat.herald.server.time.RandomIds;

/** The key under the answer links: a file beside the database, readable by its owner alone, made at the first start. */
@Component
public class LinkSecret {
    private final byte[] key;

    LinkSecret(Settings settings, RandomIds ids) throws IOException {
        key = KeyFile.open(settings.data().resolve("link.key"), ids, "links sent before then lead nowhere");
    }

    public byte[] bytes() {
        return key.clone();
    }
}
