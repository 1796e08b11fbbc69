package upbeat.herald.server.delivery;

import java.util.List;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/** DOWN at /actuator/health where a loop that sends has died: nothing would leave any more, and nobody would know. */
@Component
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class DispatcherHealth implements HealthIndicator {
    private final Dispatcher dispatcher;

    DispatcherHealth(Dispatcher dispatcher) {
        this.dispatcher = dispatcher;
    }

    @Override
    public Health health() {
        List<String> dead = dispatcher.findDeadLoops();
        return dead.isEmpty()
                ? Health.up().build()
                : Health.down().withDetail("stopped", dead).build();
    }
}
