package upbeat.herald.standins;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.CopyOnWriteArrayList;
import org.jspecify.annotations.Nullable;

/** Where the shop is called: it keeps what came, and answers what it was told to, 200 where it was told nothing. */
public final class CallReceiver implements Standin {
    private final Storefront storefront;
    private final List<Call> calls = new CopyOnWriteArrayList<>();
    private final Queue<Reply> replies = new ConcurrentLinkedQueue<>();
    private volatile boolean running = true;

    CallReceiver(Storefront storefront) {
        this.storefront = storefront;
    }

    /** A call as it came. @param id,timestamp,signature the headers of Standard Webhooks */
    public record Call(String id, String timestamp, String signature, String type, String body) {}

    /** @param location for a redirect, else null */
    private record Reply(int status, String body, @Nullable String location) {}

    /** The next call gets this answer. */
    public void answerNext(int status, String body) {
        replies.add(new Reply(status, body, null));
    }

    /** The next call is sent elsewhere. */
    public void redirectNext(String location) {
        replies.add(new Reply(302, "", location));
    }

    public List<Call> calls() {
        return List.copyOf(calls);
    }

    public String url() {
        return "http://127.0.0.1:" + storefront.port() + "/calls";
    }

    void receive(HttpExchange exchange) throws IOException {
        String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
        if (!running) {
            Storefront.answer(exchange, 503, "text/plain", "Closed");
            return;
        }
        calls.add(new Call(
                header(exchange, "webhook-id"),
                header(exchange, "webhook-timestamp"),
                header(exchange, "webhook-signature"),
                header(exchange, "content-type"),
                body));
        Reply reply = replies.poll();
        if (reply == null) reply = new Reply(200, "", null);
        if (reply.location() != null) exchange.getResponseHeaders().set("Location", reply.location());
        Storefront.answer(exchange, reply.status(), "text/plain", reply.body());
    }

    private static String header(HttpExchange exchange, String name) {
        return String.valueOf(exchange.getRequestHeaders().getFirst(name));
    }

    @Override
    public int port() {
        return storefront.port();
    }

    @Override
    public boolean running() {
        return running;
    }

    @Override
    public void start() {
        running = true;
    }

    /** The shop is there and answers 503. */
    @Override
    public void stop() {
        running = false;
    }
}
