package upbeat.herald.standins;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;

/** The shop and the carriers: they tell the product of orders and scans over its interface for machines. */
public final class Outside {
    private final HttpClient client =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build();
    private volatile @Nullable String app;
    private volatile @Nullable String key;

    /** @param app address of the product, {@code http://127.0.0.1:8080} */
    public void reach(String app, String key) {
        this.app = app;
        this.key = key;
    }

    Object order(String shop, String number, JsonNode order) {
        return call("PUT", "/api/v1/orders/" + shop + "/" + number, order);
    }

    Object parcel(String shop, String number, JsonNode parcel) {
        return call("POST", "/api/v1/orders/" + shop + "/" + number + "/parcels", parcel);
    }

    Object scans(JsonNode scans) {
        return call("POST", "/api/v1/scans", scans);
    }

    private Object call(String method, String path, JsonNode body) {
        if (app == null)
            throw new Http.Refusal(503, "nobody_there", "The stand-ins were not told where the product is");
        try {
            HttpRequest request = HttpRequest.newBuilder(URI.create(app + path))
                    .timeout(Duration.ofSeconds(20))
                    .header("Content-Type", "application/json")
                    .header("Authorization", "Bearer " + key)
                    .method(method, HttpRequest.BodyPublishers.ofString(Http.JSON.writeValueAsString(body)))
                    .build();
            HttpResponse<String> response = client.send(request, HttpResponse.BodyHandlers.ofString());
            JsonNode answer =
                    response.body().isBlank() ? Http.JSON.createObjectNode() : Http.JSON.readTree(response.body());
            if (response.statusCode() >= 400)
                throw new Http.Refusal(
                        response.statusCode(),
                        "refused",
                        answer.path("detail").asString("The product answered " + response.statusCode()));
            return answer;
        } catch (IOException e) {
            throw new Http.Refusal(502, "not_reached", "The product can't be reached: " + e.getMessage());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Http.Refusal(502, "stopped", "Stopped");
        }
    }
}
