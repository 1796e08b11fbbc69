package upbeat.herald.server;

import java.nio.file.Path;
import java.util.Map;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * What the operator sets, by file or environment; docs/configuration.md explains each. A gateway without a host is not
 * there, and its channel can't be used until it is.
 *
 * @param data folder of the database and the signing secret
 * @param publicUrl address under which customers reach the answer pages
 * @param demo true where the test bench is there and the clock can be moved
 */
@ConfigurationProperties("herald")
public record Settings(
        @DefaultValue("data") Path data,
        @DefaultValue("http://127.0.0.1:8080") String publicUrl,
        @DefaultValue("false") boolean demo,
        @DefaultValue Mail mail,
        @DefaultValue Sms sms,
        @DefaultValue Chat chat,
        @DefaultValue Feeds feeds,
        @DefaultValue Bench bench) {

    /** @param tls {@code none}, {@code starttls} or {@code tls} */
    public record Mail(
            @DefaultValue("") String host,
            @DefaultValue("587") int port,
            @DefaultValue("") String user,
            @DefaultValue("") String password,
            @DefaultValue("none") String tls,
            @DefaultValue("4") int connections) {
        @Override
        public String toString() {
            return "mail server " + host + ":" + port;
        }
    }

    /**
     * @param price of one segment, decimal, in {@code currency}; {@code prices} of it by country of the number, ISO
     *     3166-1 alpha-2, where it is another
     */
    public record Sms(
            @DefaultValue("") String host,
            @DefaultValue("2775") int port,
            @DefaultValue("") String systemId,
            @DefaultValue("") String password,
            @DefaultValue("0.15") String price,
            @DefaultValue("EUR") String currency,
            @DefaultValue Map<String, String> prices) {
        @Override
        public String toString() {
            return "SMS centre " + host + ":" + port;
        }
    }

    public record Chat(
            @DefaultValue("") String url,
            @DefaultValue("") String token,
            @DefaultValue("") String webhookSecret) {
        @Override
        public String toString() {
            return "chat network " + url;
        }
    }

    /**
     * @param allowed hosts inside this network that feeds and carriers may be asked at, {@code host:port} parted by
     *     commas
     */
    public record Feeds(@DefaultValue("") String allowed) {}

    /** @param url control address of the stand-ins, in the demo only */
    public record Bench(@DefaultValue("") String url) {}
}
