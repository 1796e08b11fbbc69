package upbeat.herald.server.people;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.server.platform.security.ApiKeyVerifier;

/** What an API key is good for. */
enum ApiRights {
    /** Orders and messages can be read. */
    READ("read", ApiKeyVerifier.READ),
    /** Orders, parcels and scans can be sent, and nothing read. */
    INGEST("ingest", ApiKeyVerifier.INGEST),
    ALL("all", ApiKeyVerifier.READ, ApiKeyVerifier.INGEST);

    private final String code;
    private final List<String> authorities;

    ApiRights(String code, String... authorities) {
        this.code = code;
        this.authorities = List.of(authorities);
    }

    @JsonValue
    String code() {
        return code;
    }

    List<String> authorities() {
        return authorities;
    }

    static Optional<ApiRights> fromCode(@Nullable String code) {
        return Arrays.stream(values()).filter(r -> r.code.equals(code)).findFirst();
    }
}
