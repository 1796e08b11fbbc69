package upbeat.herald.server.platform;

import java.nio.file.Path;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * What the operator sets for the whole application, by file or environment; docs/configuration.md explains each value.
 *
 * @param data folder of the database and the key files
 * @param publicUrl address under which customers reach their pages, without a slash at its end
 * @param demo true where the test bench is there and the clock can be moved
 */
@ConfigurationProperties("herald")
public record HeraldProperties(
        @DefaultValue("data") Path data,
        @DefaultValue("http://127.0.0.1:8080") String publicUrl,
        @DefaultValue("false") boolean demo) {}
