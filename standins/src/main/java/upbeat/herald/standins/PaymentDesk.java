package upbeat.herald.standins;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Takes payments: each id once, whatever it is asked again; declines what is above the card's limit. */
public final class PaymentDesk implements Standin {
    public static final String TOKEN = "payments-for-local-use-only";
    /** Above this the card is declined. */
    public static final BigDecimal LIMIT = new BigDecimal("5000");

    private final Map<String, Payment> payments = new LinkedHashMap<>();
    private boolean broken;
    private @Nullable HttpServer server;
    private int port;

    PaymentDesk(int port) {
        this.port = port;
    }

    /** The next payment is taken, and its answer gets lost. */
    public synchronized void breakNext() {
        broken = true;
    }

    /** A payment as it was taken. */
    public record Payment(String id, String amount, String currency) {}

    public synchronized List<Payment> payments() {
        return new ArrayList<>(payments.values());
    }

    private synchronized Object answer(Http.Request request) {
        if (!("Bearer " + TOKEN).equals(request.headers().get("authorization")))
            throw new Http.Refusal(401, "unauthorized", "Send the token");
        if (!request.method().equals("POST") || !request.path().equals("/payments"))
            throw new Http.Refusal(404, "not_found", "There is only POST /payments");
        String id = request.text("id");
        String amount = request.text("amount");
        String currency = request.text("currency");
        if (id == null || amount == null || currency == null)
            throw new Http.Refusal(400, "incomplete", "Send id, amount and currency");
        Payment known = payments.get(id);
        if (known == null && new BigDecimal(amount).compareTo(LIMIT) > 0)
            return Map.of("id", id, "status", "declined", "message", "above the card's limit");
        if (known == null) payments.put(id, new Payment(id, amount, currency));
        if (broken) {
            broken = false;
            throw new Http.Refusal(500, "broken", "The answer got lost");
        }
        return Map.of("id", id, "status", "paid");
    }

    @Override
    public int port() {
        return port;
    }

    @Override
    public boolean running() {
        return server != null;
    }

    @Override
    public void start() {
        if (server != null) return;
        try {
            server = Http.open(port, this::answer);
            port = server.getAddress().getPort();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void stop() {
        if (server != null) server.stop(0);
        server = null;
    }
}
