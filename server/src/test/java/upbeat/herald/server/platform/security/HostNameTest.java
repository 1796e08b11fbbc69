package upbeat.herald.server.platform.security;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import upbeat.herald.server.RunningApp;

/** Another site's name that was made to point here (DNS rebinding) is not answered. */
class HostNameTest {

    @ParameterizedTest
    @CsvSource({
        "evil.example, 421",
        "localhost, 200",
        "127.0.0.1, 200",
        "[::1], 200",
        "10.1.2.3, 200",
        "localhost.evil.example, 421"
    })
    void onlyItsOwnNamesAreAnswered(String host, int status) throws IOException {
        URI address = URI.create(RunningApp.shared().url);
        try (Socket line = new Socket("127.0.0.1", address.getPort())) {
            line.setSoTimeout(10_000);
            line.getOutputStream()
                    .write(("GET /ui/session HTTP/1.1\r\nHost: " + host + "\r\nConnection: close\r\n\r\n")
                            .getBytes(StandardCharsets.US_ASCII));
            String answer = new String(line.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(answer).startsWith("HTTP/1.1 " + status);
        }
    }
}
