package upbeat.herald.server.platform.web;

import io.swagger.v3.oas.annotations.media.Schema;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * The version that an edit began from: the If-Match header (RFC 9110, 13.1.1). A save whose document has changed since
 * is refused, so that nobody overwrites what somebody else saved meanwhile.
 */
@Schema(implementation = String.class)
public final class IfMatch {
    private final String header;

    /** @param header {@code "a1b2"}, a list of such tags, or {@code *} for whatever is there */
    public IfMatch(String header) {
        this.header = header;
    }

    /**
     * Asked within the transaction that saves.
     *
     * @param version of the document as it stands now
     * @param current the document as it stands, in the shape of the caller's, for a comparison
     * @throws StaleVersionException where it isn't the one the edit began from
     */
    public void check(String version, @Nullable Object current) {
        boolean matches = Arrays.stream(header.split(","))
                .map(String::strip)
                .anyMatch(tag -> tag.equals("*") || tag.equals('"' + version + '"'));
        if (!matches) throw new StaleVersionException(version, current);
    }
}
