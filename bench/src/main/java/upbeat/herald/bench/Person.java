package upbeat.herald.bench;

import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Calls the running product as a signed-in person's browser and as another system do. */
final class Person {
    private final HttpClient client = HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .cookieHandler(new CookieManager())
            .build();
    private final String url;
    private String token = "";

    Person(String url) {
        this.url = url;
    }

    void signIn() throws Exception {
        send("GET", "/ui/session", null);
        send("POST", "/ui/session", "{\"name\":\"coordinator\",\"password\":\"for-local-use-only\"}");
        send("GET", "/ui/session", null);
    }

    JsonNode send(String method, String path, String body) throws Exception {
        HttpRequest.Builder request = request(path)
                .header("Content-Type", "application/json")
                .method(
                        method,
                        body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body));
        if (path.startsWith("/api/")) request.header("Authorization", "Bearer " + Bench.KEY);
        return answer(request.build());
    }

    HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(url + path)).header("X-XSRF-TOKEN", token);
    }

    JsonNode answer(HttpRequest request) throws Exception {
        HttpResponse<String> answer = client.send(request, HttpResponse.BodyHandlers.ofString());
        answer.headers().allValues("Set-Cookie").stream()
                .filter(c -> c.startsWith("XSRF-TOKEN=") && !c.startsWith("XSRF-TOKEN=;"))
                .forEach(c -> token = c.substring("XSRF-TOKEN=".length(), c.indexOf(';')));
        if (answer.statusCode() >= 300)
            throw new IllegalStateException(request.uri() + ": " + answer.statusCode() + " " + answer.body());
        return answer.body().isEmpty()
                ? JsonMapper.shared().createObjectNode()
                : JsonMapper.shared().readTree(answer.body());
    }
}
