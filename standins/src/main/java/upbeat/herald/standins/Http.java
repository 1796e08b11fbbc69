package upbeat.herald.standins;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Executors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A small JSON server on loopback; failures come back as answers, with what was wrong. */
final class Http {
    static final JsonMapper JSON = JsonMapper.shared();

    /** An answer other than 200. */
    static final class Refusal extends RuntimeException {
        final int status;
        final String code;

        Refusal(int status, String code, String message) {
            super(message);
            this.status = status;
            this.code = code;
        }
    }

    /** @param path without the query; {@code query} decoded; {@code body} an empty node where there was none */
    record Request(String method, String path, Map<String, String> query, Map<String, String> headers, JsonNode body) {
        String text(String name) {
            return body.path(name).asString(null);
        }
    }

    interface Handler {
        Object answer(Request request) throws IOException;
    }

    private Http() {}

    static HttpServer open(int port, Handler handler) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 100);
        server.setExecutor(Executors.newCachedThreadPool(r -> {
            Thread t = new Thread(r, "standin-http");
            t.setDaemon(true);
            return t;
        }));
        server.createContext("/", exchange -> serve(exchange, handler));
        server.start();
        return server;
    }

    private static void serve(HttpExchange exchange, Handler handler) throws IOException {
        try (exchange) {
            try {
                byte[] body = exchange.getRequestBody().readAllBytes();
                Map<String, String> headers = new LinkedHashMap<>();
                exchange.getRequestHeaders()
                        .forEach((k, v) -> headers.put(k.toLowerCase(java.util.Locale.ROOT), v.get(0)));
                Request request = new Request(
                        exchange.getRequestMethod(),
                        exchange.getRequestURI().getPath(),
                        query(exchange.getRequestURI().getRawQuery()),
                        headers,
                        body.length == 0 ? JSON.createObjectNode() : JSON.readTree(body));
                send(exchange, 200, handler.answer(request));
            } catch (Refusal e) {
                send(exchange, e.status, Map.of("error", Map.of("code", e.code, "message", e.getMessage())));
            } catch (tools.jackson.core.JacksonException e) {
                send(exchange, 400, Map.of("error", Map.of("code", "not_json", "message", "The body is not JSON")));
            } catch (RuntimeException e) {
                System.err.println("stand-in: " + exchange.getRequestURI() + ": " + e);
                send(
                        exchange,
                        500,
                        Map.of("error", Map.of("code", "broken", "message", String.valueOf(e.getMessage()))));
            }
        }
    }

    private static Map<String, String> query(String raw) {
        Map<String, String> query = new LinkedHashMap<>();
        if (raw == null) return query;
        for (String pair : raw.split("&")) {
            String[] parts = pair.split("=", 2);
            query.put(parts[0], parts.length < 2 ? "" : java.net.URLDecoder.decode(parts[1], StandardCharsets.UTF_8));
        }
        return query;
    }

    private static void send(HttpExchange exchange, int status, Object body) throws IOException {
        byte[] bytes = JSON.writeValueAsBytes(body);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }
}
