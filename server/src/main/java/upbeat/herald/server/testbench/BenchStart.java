package upbeat.herald.server.testbench;

import java.util.Map;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import upbeat.herald.server.demo.DemoShop;
import upbeat.herald.server.demo.DemoWorld;
import upbeat.herald.server.dispatch.ChatTemplates;
import upbeat.herald.server.storage.Json;

/** When the demo is up, tells the stand-ins where it is and what time it is, and the person how to get in. */
@Component
@ConditionalOnProperty("herald.demo")
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class BenchStart {
    private final World world;
    private final BenchClock clock;
    private final ChatTemplates templates;
    private final JdbcClient reader;
    private int port;

    BenchStart(World world, BenchClock clock, ChatTemplates templates, JdbcClient reader) {
        this.world = world;
        this.clock = clock;
        this.templates = templates;
        this.reader = reader;
    }

    /** A template as it was brought to the network once, with its name. */
    private static JsonNode told(ChatTemplates.Kept k) {
        return ((ObjectNode) Json.tree(Json.of(k.submission()))).put("name", k.name());
    }

    @EventListener
    void opened(WebServerInitializedEvent event) {
        port = event.getWebServer().getPort();
    }

    @EventListener
    void ready(ApplicationReadyEvent event) {
        String address = "http://127.0.0.1:" + port;
        world.call("POST", "/clock", Map.of("now", clock.instant().toString()));
        world.call(
                "POST",
                "/templates",
                templates.with(reader, ChatTemplates.Status.APPROVED).stream()
                        .map(BenchStart::told)
                        .toList());
        world.call("POST", "/app", Map.of("url", address, "key", DemoWorld.API_KEY));
        world.call(
                "POST",
                "/shop",
                Map.of("door", address + "/doors/shops/" + DemoShop.PATH, "secret", DemoShop.SIGNING_SECRET));
        System.out.println(
                """

                Upbeat Herald is ready, with %s.
                  Address    %s
                  Log-in     %s / %s
                  API key    %s
                  Stop with Ctrl+C; the data stays.""".formatted(DemoWorld.SHOP_NAME, address, DemoWorld.ACCOUNT, DemoWorld.PASSWORD, DemoWorld.API_KEY));
    }
}
