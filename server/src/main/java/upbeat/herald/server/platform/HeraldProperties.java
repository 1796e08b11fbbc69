package upbeat.herald.server.platform;

import java.nio.file.Path;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * What the operator sets for the whole application, by file or environment; docs/configuration.md explains each value.
 *
 * @param data folder of the database and the key files
 * @param publicUrl address under which customers reach their pages, or null where the operator names none; what is in
 *     use says {@link upbeat.herald.server.platform.address.PublicAddress}
 * @param demo true where the test bench is there and the clock can be moved
 */
@ConfigurationProperties("herald")
public record HeraldProperties(
        @DefaultValue("data") Path data,
        @Nullable String publicUrl,
        @DefaultValue("false") boolean demo) {}
