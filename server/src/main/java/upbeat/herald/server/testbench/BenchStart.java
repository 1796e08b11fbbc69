package upbeat.herald.server.testbench;

import java.util.Map;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import upbeat.herald.server.demo.DemoShop;
import upbeat.herald.server.demo.DemoWorld;

/** When the demo is up, tells the stand-ins where it is and what time it is, and the person how to get in. */
@Component
@ConditionalOnProperty("herald.demo")
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class BenchStart {
    private final World world;
    private final BenchClock clock;
    private int port;

    BenchStart(World world, BenchClock clock) {
        this.world = world;
        this.clock = clock;
    }

    @EventListener
    void opened(WebServerInitializedEvent event) {
        port = event.getWebServer().getPort();
    }

    @EventListener
    void ready(ApplicationReadyEvent event) {
        String address = "http://127.0.0.1:" + port;
        world.call("POST", "/clock", Map.of("now", clock.instant().toString()));
        world.call("POST", "/app", Map.of("url", address, "key", DemoWorld.API_KEY));
        world.call("POST", "/shop", Map.of("door", address + "/doors/shops/" + DemoShop.PATH, "secret", DemoShop.SIGNING_SECRET));
        System.out.println("""

                Upbeat Herald is ready, with %s.
                  Address    %s
                  Log-in     %s / %s
                  API key    %s
                  Stop with Ctrl+C; the data stays.""".formatted(DemoWorld.SHOP_NAME, address, DemoWorld.ACCOUNT, DemoWorld.PASSWORD, DemoWorld.API_KEY));
    }
}
