package upbeat.herald.server.platform.persistence;

import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/** DOWN at /actuator/health while nothing can be written. */
@Component
class WriterHealth implements HealthIndicator {
    private final DatabaseWriter writer;

    WriterHealth(DatabaseWriter writer) {
        this.writer = writer;
    }

    @Override
    public Health health() {
        String trouble = writer.health().trouble();
        return trouble == null
                ? Health.up().build()
                : Health.down().withDetail("reason", trouble).build();
    }
}
