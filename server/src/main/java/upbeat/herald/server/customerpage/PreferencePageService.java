package upbeat.herald.server.customerpage;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.answer.PreferenceLink;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.server.answer.CustomerStops;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.secret.LinkSigningKey;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.RateLimiter;

/**
 * The page where a customer chooses the channels they are written to. It names no address and no person. Looking at it
 * changes nothing; a token that isn't ours is told what every broken link is told.
 */
@Service
class PreferencePageService {
    private static final int CALLS_A_MINUTE = 120;

    private final MessageRepository messages;
    private final OrderRepository orders;
    private final BrandRepository brands;
    private final CustomerStops stops;
    private final LinkSigningKey secret;
    private final JdbcClient reader;
    private final SignallingWriter writer;
    private final RateLimiter callers = new RateLimiter(CALLS_A_MINUTE, Duration.ofMinutes(1));

    PreferencePageService(
            MessageRepository messages,
            OrderRepository orders,
            BrandRepository brands,
            CustomerStops stops,
            LinkSigningKey secret,
            JdbcClient reader,
            SignallingWriter writer) {
        this.messages = messages;
        this.orders = orders;
        this.brands = brands;
        this.stops = stops;
        this.secret = secret;
        this.reader = reader;
        this.writer = writer;
    }

    /** What a token is about. */
    private record Subject(MessageRow message, OrderRow order) {}

    private interface Page {
        ResponseEntity<String> of(Subject subject, CustomerPageTexts texts);
    }

    ResponseEntity<String> show(String token, HttpServletRequest request) {
        return guarded(token, request, (subject, texts) -> page(subject, "prefs.title", texts));
    }

    /** No more messages over the channel that the link came by. */
    ResponseEntity<String> unsubscribe(String token, HttpServletRequest request) {
        return guarded(token, request, (subject, texts) -> {
            Channel channel = subject.message().recipient().channel();
            String address = subject.message().recipient().to();
            if (address != null)
                writer.write((db, now) -> stops.stop(db, channel, address, CustomerStops.CHOSEN, subject.order(), now));
            return page(subject, "prefs.saved", texts);
        });
    }

    ResponseEntity<String> change(String token, String code, boolean wanted, HttpServletRequest request) {
        return guarded(token, request, (subject, texts) -> {
            Channel channel = Channel.fromCode(code).orElse(null);
            String address =
                    channel == null ? null : addressOf(subject, channel).orElse(null);
            if (channel == null || address == null) return page(subject, "prefs.title", texts);
            writer.write((db, now) -> wanted
                    ? stops.allow(db, channel, address, subject.order(), now)
                    : stops.stop(db, channel, address, CustomerStops.CHOSEN, subject.order(), now));
            return page(subject, "prefs.saved", texts);
        });
    }

    /** The one the message went to, or that of the order for another channel. */
    private static Optional<String> addressOf(Subject subject, Channel channel) {
        return channel.equals(subject.message().recipient().channel())
                ? Optional.ofNullable(subject.message().recipient().to())
                : channel.addressOf(subject.order().order());
    }

    private ResponseEntity<String> guarded(String token, HttpServletRequest request, Page page) {
        CustomerPageTexts texts = CustomerPageTexts.forBrowser(request.getLocales());
        if (!callers.tryAcquire(request.getRemoteAddr())) return problem(429, "busy", texts);
        OptionalLong number = PreferenceLink.verify(secret.bytes(), token);
        MessageRow message = number.isEmpty()
                ? null
                : messages.find(reader, number.getAsLong()).orElse(null);
        if (message == null) return problem(404, "broken", texts);
        OrderRow order = orders.get(reader, message.origin().orderId());
        CustomerPageTexts own = CustomerPageTexts.forLanguages(CustomerLanguage.languagesOf(order.order()));
        return page.of(new Subject(message, order), own);
    }

    private ResponseEntity<String> page(Subject subject, String title, CustomerPageTexts texts) {
        Brand brand = brands.get(reader, subject.order().order().shop());
        StringBuilder rows = new StringBuilder();
        for (Channel channel : Channel.all())
            addressOf(subject, channel).ifPresent(address -> rows.append(row(channel, address, texts)));
        return CustomerPage.render(
                texts,
                brand,
                200,
                texts.plain(title),
                "<p>" + texts.html("prefs.text", brand.name()) + "</p>" + rows + texts.contact(brand));
    }

    private String row(Channel channel, String address, CustomerPageTexts texts) {
        boolean stopped = stops.isStopped(reader, channel, address);
        String name = CustomerPage.escape(texts.channel(channel));
        return "<form method=\"post\"><p><b>" + name + "</b>: " + texts.html(stopped ? "prefs.off" : "prefs.on")
                + "</p><input type=\"hidden\" name=\"channel\" value=\"" + CustomerPage.escape(channel.code())
                + "\"><button name=\"wanted\" value=\"" + (stopped ? "yes" : "no") + "\" class=\""
                + (stopped ? "main" : "other") + "\">"
                + texts.html(stopped ? "prefs.allow" : "prefs.stop", texts.channel(channel)) + "</button></form>";
    }

    private ResponseEntity<String> problem(int status, String key, CustomerPageTexts texts) {
        return CustomerPage.problem(texts, brands.get(reader), status, key);
    }
}
