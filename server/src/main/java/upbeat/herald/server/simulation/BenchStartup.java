package upbeat.herald.server.simulation;

import java.util.Map;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.channel.ContentApproval;
import upbeat.herald.server.delivery.chat.ChatTemplateRepository;
import upbeat.herald.server.delivery.chat.TemplateDocument;
import upbeat.herald.server.delivery.email.ReplyMailListener;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.shopcall.ShopCallRegistration;

/** When the demo is up, tells the stand-ins where it is and what time it is, and the person how to get in. */
@Component
@ConditionalOnProperty("herald.demo")
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class BenchStartup {
    private final StandinClient standins;
    private final SimulatedClock clock;
    private final ChatTemplateRepository templates;
    private final ShopCallRegistration shopCalls;
    private final ReplyMailListener replies;
    private final JdbcClient reader;
    private final SignallingWriter writer;
    private int port;

    BenchStartup(
            StandinClient standins,
            SimulatedClock clock,
            ChatTemplateRepository templates,
            ShopCallRegistration shopCalls,
            ReplyMailListener replies,
            JdbcClient reader,
            SignallingWriter writer) {
        this.standins = standins;
        this.clock = clock;
        this.templates = templates;
        this.shopCalls = shopCalls;
        this.replies = replies;
        this.reader = reader;
        this.writer = writer;
    }

    @EventListener
    void opened(WebServerInitializedEvent event) {
        port = event.getWebServer().getPort();
    }

    @EventListener
    void ready(ApplicationReadyEvent event) {
        String address = "http://127.0.0.1:" + port;
        standins.call("POST", "/clock", Map.of("now", clock.instant().toString()));
        standins.call(
                "POST",
                "/templates",
                templates.findByStatus(reader, ContentApproval.Status.APPROVED).stream()
                        .map(t -> TemplateDocument.of(t.name(), t.submission()))
                        .toList());
        standins.call("POST", "/app", Map.of("url", address, "key", DemoSetup.API_KEY, "mailIn", replies.port()));
        String calls = standins.call(
                        "POST",
                        "/shop",
                        Map.of("door", address + "/doors/shops/" + DemoShop.PATH, "secret", DemoShop.SIGNING_SECRET))
                .body()
                .path("calls")
                .asString();
        // The stand-in has another port at each start.
        writer.write((db, now) -> {
            shopCalls.register(db, DemoSetup.SHOP, calls, DemoShop.SIGNING_SECRET, now);
            return null;
        });
        System.out.println(
                """

                Upbeat Herald is ready, with %s.
                  Address    %s
                  Log-in     %s / %s
                  API key    %s
                  Stop with Ctrl+C; the data stays.""".formatted(DemoSetup.SHOP_NAME, address, DemoSetup.ACCOUNT, DemoSetup.PASSWORD, DemoSetup.API_KEY));
    }
}
