package upbeat.herald.server.delivery.email;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Where customers' replies by mail come in.
 *
 * @param port on which a mail server delivers them by SMTP; 0 for any that is free, null for none
 * @param address on which it listens: this machine's own, unless a mail server elsewhere delivers
 */
@ConfigurationProperties("herald.mail-in")
record ReplyMailProperties(
        @Nullable Integer port, @DefaultValue("127.0.0.1") String address) {}
