package upbeat.herald.server.time;

import java.time.InstantSource;
import org.springframework.boot.autoconfigure.condition.ConditionalOnMissingBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What time it is: the machine's clock, unless the demo brings one that stands still. */
@Configuration
class Time {
    @Bean
    @ConditionalOnMissingBean(InstantSource.class)
    InstantSource clock() {
        return InstantSource.system();
    }
}
