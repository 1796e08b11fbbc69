package upbeat.herald.server.platform.time;

import java.time.InstantSource;
import org.springframework.boot.autoconfigure.condition.ConditionalOnMissingBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What time it is: the machine's clock, unless the demo brings one that stands still. */
@Configuration
class TimeConfig {
    @Bean
    @ConditionalOnMissingBean(InstantSource.class)
    InstantSource clock() {
        return InstantSource.system();
    }
}
