package upbeat.herald.server.platform.security;

import java.util.Optional;

/** Knows the keys by which other systems are let in. */
public interface ApiKeyVerifier {
    /** The name of the key's holder, or empty where the key is unknown. */
    Optional<String> findHolder(String key);
}
