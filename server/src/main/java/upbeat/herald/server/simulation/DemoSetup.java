package upbeat.herald.server.simulation;

import java.time.InstantSource;
import java.util.List;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.S10Range;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.ReturnTerms;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.persistence.SettingRepository;

/** Sets the demo's stage: a kite maker in a harbour town, its carriers, its five notices live, a person and a key. */
@Component
@ConditionalOnProperty("herald.demo")
public class DemoSetup implements InitializingBean {
    public static final String SHOP = "kites";
    public static final String SHOP_NAME = "Quillfeather Kites";
    public static final String API_KEY = "demo-key-for-local-use-only";
    public static final String ACCOUNT = "coordinator";
    public static final String PASSWORD = "for-local-use-only";
    private static final Brand BRAND = new Brand(
            SHOP_NAME,
            Brand.Sender.of("hello@quillfeather.example", "Quillfeath"),
            new Brand.Contact(
                    "+46 31 390 06 01", "1 Slipway, 000 00 Harbourton", "https://quillfeather.example/help", List.of()),
            Brand.Look.ofColour("#2d2142"),
            "en",
            new Brand.Pages(true, false, true),
            new ReturnTerms(
                    true,
                    List.of(),
                    30,
                    List.of("GIFT-*"),
                    "skerry-post",
                    new S10Range("CP", 40_000_000, 40_009_999, "XS"),
                    new Order.ShipTo("Quillfeather Kites, returns", "1 Slipway", "Harbourton", null, "000 00", "SE")));

    private final BrandRepository brands;
    private final CarrierRepository carriers;
    private final SettingRepository settings;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final DemoShop shop;
    private final DemoAccount account;
    private final DemoPlan plan;

    DemoSetup(
            BrandRepository brands,
            CarrierRepository carriers,
            SettingRepository settings,
            DatabaseWriter writer,
            InstantSource clock,
            DemoShop shop,
            DemoAccount account,
            DemoPlan plan) {
        this.brands = brands;
        this.carriers = carriers;
        this.settings = settings;
        this.writer = writer;
        this.clock = clock;
        this.shop = shop;
        this.account = account;
        this.plan = plan;
    }

    @Override
    public void afterPropertiesSet() {
        boolean set = writer.write(db -> settings.find(db, "demo.set").isPresent());
        if (set) return;
        account.insert(ACCOUNT, PASSWORD, API_KEY);
        writer.write(db -> {
            brands.save(db, BRAND);
            brands.markVerified(db, BRAND.sender().senderAddress());
            DemoCarriers.ALL.forEach(c -> carriers.save(db, c));
            DemoCarriers.others().forEach(c -> carriers.save(db, c));
            carriers.setDefault(db, DemoCarriers.POST.key());
            shop.register(db);
            plan.insert(db, BRAND.language());
            settings.put(db, "demo.set", clock.instant().toString());
            return null;
        });
    }
}
