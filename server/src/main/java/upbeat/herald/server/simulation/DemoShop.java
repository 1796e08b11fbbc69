package upbeat.herald.server.simulation;

import java.time.InstantSource;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.exchange.mapping.Mapping;
import upbeat.herald.core.exchange.mapping.MappingProposer;
import upbeat.herald.server.ingest.webhook.ShopRegistration;
import upbeat.herald.server.platform.persistence.Json;

/**
 * The demo's shop: its address and secrets are fixed, so that the stand-in shop can sign for it. Good on this machine
 * only.
 */
@Component
@ConditionalOnProperty("herald.demo")
public class DemoShop {
    public static final String PATH = "kites-local-use-only";
    public static final String SIGNING_SECRET = "whsec_a2l0ZXMtbG9jYWwtdXNlLW9ubHktc2VjcmV0";
    private static final String HEADER_SECRET = "kites-header-for-local-use-only";
    /**
     * One order as the stand-in shop writes it: names and shapes of its own, cents for money, its own words for stages.
     */
    static final String SAMPLE = """
            {"order_no":"QK-20900","created":"2026-11-24 13:05:00","state":"paid","pay_by":"COD","currency":"SEK","total_cents":8450,
             "buyer":{"first_name":"Ottoline","last_name":"Brack","mail":"ottoline.brack@customer.example","mobile":"070-174 06 05","locale":"en"},
             "ship_to":{"recipient":"Ottoline Brack","line1":"7 Lantern Lane","town":"Lund","zip":"22100","country":"SE"},
             "lines":[{"article":"BK-1","title":"Box kite","qty":1,"price_cents":6050},{"article":"RT-4","title":"Ribbon tail","qty":2,"price_cents":1200}],
             "shipments":[{"courier":"Skerry Post","track_no":"RX473124829XS","state":"sent"}],"chat_ok":"yes"}""";

    private final ShopRegistration shops;
    private final InstantSource clock;

    DemoShop(ShopRegistration shops, InstantSource clock) {
        this.shops = shops;
        this.clock = clock;
    }

    void register(JdbcClient db) {
        shops.register(
                db,
                DemoSetup.SHOP,
                DemoSetup.SHOP_NAME,
                PATH,
                SIGNING_SECRET,
                HEADER_SECRET,
                mapping(),
                clock.instant());
    }

    static Mapping mapping() {
        return MappingProposer.propose(Json.readTree(SAMPLE));
    }
}
