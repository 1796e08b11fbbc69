package upbeat.herald.server.platform.backup;

import java.nio.file.Path;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Backups that are made by themselves.
 *
 * @param folder where they go; null for none
 * @param keep how many stay; the oldest go
 */
@ConfigurationProperties("herald.backup")
record BackupProperties(
        @Nullable Path folder,
        @DefaultValue("PT24H") Duration every,
        @DefaultValue("7") int keep) {}
