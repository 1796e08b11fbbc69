package upbeat.herald.server.simulation;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The line to the stand-ins' control port. */
@Component
@ConditionalOnProperty("herald.demo")
class StandinClient {
    private final BenchProperties properties;
    private final HttpClient client = HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .connectTimeout(Duration.ofSeconds(2))
            .build();

    StandinClient(BenchProperties properties) {
        this.properties = properties;
    }

    /** @param status of the answer, 502 where the stand-ins can't be reached */
    record Answer(int status, JsonNode body) {}

    Answer call(String method, String path, @Nullable Object body) {
        JsonMapper json = JsonMapper.shared();
        try {
            HttpRequest request = HttpRequest.newBuilder(URI.create(properties.url() + path))
                    .timeout(Duration.ofSeconds(30))
                    .header("Content-Type", "application/json")
                    .method(
                            method,
                            body == null
                                    ? HttpRequest.BodyPublishers.noBody()
                                    : HttpRequest.BodyPublishers.ofString(json.writeValueAsString(body)))
                    .build();
            HttpResponse<String> response = client.send(request, HttpResponse.BodyHandlers.ofString());
            JsonNode answer = json.readTree(response.body());
            if (response.statusCode() < 400) return new Answer(200, answer);
            return new Answer(
                    response.statusCode(),
                    json.createObjectNode()
                            .put("status", response.statusCode())
                            .put("title", "The test bench refused this")
                            .put("detail", answer.path("error").path("message").asString("No reason given")));
        } catch (IOException | IllegalArgumentException e) {
            return new Answer(
                    502,
                    json.createObjectNode()
                            .put("status", 502)
                            .put("title", "The stand-ins aren't running")
                            .put("detail", "The stand-ins can't be reached. Restart the demo"));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return new Answer(502, json.createObjectNode().put("status", 502).put("detail", "Stopped"));
        }
    }
}
