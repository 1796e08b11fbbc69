package upbeat.herald.server.platform.http;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * @param allowed hosts inside this network that feeds and carriers may be asked at, {@code host:port} parted by commas
 */
@ConfigurationProperties("herald.feeds")
record OutboundProperties(@DefaultValue("") String allowed) {}
