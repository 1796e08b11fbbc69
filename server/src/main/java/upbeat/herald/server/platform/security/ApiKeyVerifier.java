package upbeat.herald.server.platform.security;

import java.util.List;
import java.util.Optional;

/** Knows the keys by which other systems are let in. */
public interface ApiKeyVerifier {
    /** @param authorities what the key is good for: {@link #READ}, {@link #INGEST} */
    record Holder(String name, List<String> authorities) {}

    /** Reads orders and messages, measures and recognises. */
    String READ = "api:read";
    /** Sends orders, parcels and scans. */
    String INGEST = "api:ingest";

    /** Who holds a key, or empty where it is unknown. */
    Optional<Holder> findHolder(String key);
}
