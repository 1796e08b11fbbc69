package upbeat.herald.server.platform.retention;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * How long things are kept; docs/configuration.md explains each value.
 *
 * @param requests what shops sent, word for word
 * @param imports imported files, what became of their rows, and runs of feeds
 * @param texts subject and text of messages that were sent; that they were sent stays
 * @param versions earlier versions of wordings
 * @param rehearsals what rehearsals came to
 */
@ConfigurationProperties("herald.keep")
public record RetentionProperties(
        @DefaultValue("90d") Duration requests,
        @DefaultValue("90d") Duration imports,
        @DefaultValue("730d") Duration texts,
        @DefaultValue("1095d") Duration versions,
        @DefaultValue("365d") Duration rehearsals) {}
