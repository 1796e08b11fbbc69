package upbeat.herald.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.boot.flyway.autoconfigure.FlywayAutoConfiguration;
import org.springframework.boot.jdbc.autoconfigure.DataSourceAutoConfiguration;
import org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration;
import org.springframework.context.ConfigurableApplicationContext;

/** The application; its database and its gateways are set up by hand, see {@code storage} and {@code dispatch}. */
@SpringBootApplication(
        exclude = {
            DataSourceAutoConfiguration.class,
            FlywayAutoConfiguration.class,
            UserDetailsServiceAutoConfiguration.class
        })
@ConfigurationPropertiesScan
public class HeraldApplication {
    public static void main(String[] args) {
        ConfigurableApplicationContext context = SpringApplication.run(HeraldApplication.class, args);
        // Filling the demo's past is done once it is up.
        if (context.getEnvironment().getProperty("herald.seed", Boolean.class, false)) context.close();
    }
}
