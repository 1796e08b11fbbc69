package upbeat.herald.server.demo;

import java.time.InstantSource;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Starters;
import upbeat.herald.server.brand.BrandStore;
import upbeat.herald.server.carriers.CarrierStore;
import upbeat.herald.server.dispatch.ChatTemplates;
import upbeat.herald.server.people.AccountStore;
import upbeat.herald.server.people.ApiKeys;
import upbeat.herald.server.plan.NoticeStore;
import upbeat.herald.server.storage.SettingStore;
import upbeat.herald.server.storage.Writer;

/** Sets the demo's stage: a kite maker in a harbour town, its carriers, its five notices live, a person and a key. */
@Component
@ConditionalOnProperty("herald.demo")
public class DemoWorld implements InitializingBean {
    public static final String SHOP = "kites";
    public static final String SHOP_NAME = "Quillfeather Kites";
    public static final String API_KEY = "demo-key-for-local-use-only";
    public static final String ACCOUNT = "coordinator";
    public static final String PASSWORD = "for-local-use-only";
    private static final Brand BRAND = new Brand(
            SHOP_NAME,
            "hello@quillfeather.example",
            "Quillfeath",
            "+46 31 390 06 01",
            "1 Slipway, 000 00 Harbourton",
            "#2d2142",
            "https://quillfeather.example/help");

    private final AccountStore accounts;
    private final ApiKeys keys;
    private final BrandStore brands;
    private final CarrierStore carriers;
    private final NoticeStore notices;
    private final ChatTemplates templates;
    private final SettingStore settings;
    private final PasswordEncoder passwords;
    private final Writer writer;
    private final InstantSource clock;
    private final DemoShop shop;

    DemoWorld(
            AccountStore accounts,
            ApiKeys keys,
            BrandStore brands,
            CarrierStore carriers,
            NoticeStore notices,
            ChatTemplates templates,
            SettingStore settings,
            PasswordEncoder passwords,
            Writer writer,
            InstantSource clock,
            FirstPlan plan,
            DemoShop shop) {
        this.accounts = accounts;
        this.keys = keys;
        this.brands = brands;
        this.carriers = carriers;
        this.notices = notices;
        this.templates = templates;
        this.settings = settings;
        this.passwords = passwords;
        this.writer = writer;
        this.clock = clock;
        this.shop = shop;
    }

    @Override
    public void afterPropertiesSet() {
        boolean set = writer.write(db -> settings.find(db, "demo.set").isPresent());
        if (set) return;
        String hash = passwords.encode(PASSWORD);
        writer.write(db -> {
            accounts.insert(db, ACCOUNT, hash, clock.instant());
            brands.put(db, BRAND);
            brands.proven(db, BRAND.senderAddress());
            DemoCarriers.ALL.forEach(c -> carriers.put(db, c));
            DemoCarriers.others().forEach(c -> carriers.put(db, c));
            carriers.prefer(db, DemoCarriers.POST.key());
            shop.open(db);
            Starters.plan().forEach(n -> {
                notices.put(db, n.withState(Notice.State.LIVE), clock.instant());
                templates.bring(db, n, BRAND.language(), clock.instant());
            });
            // The network approved them when the shop began.
            templates
                    .with(db, ChatTemplates.Status.BROUGHT)
                    .forEach(t -> templates.judged(db, t.name(), ChatTemplates.Status.APPROVED, null, clock.instant()));
            settings.put(db, "demo.set", clock.instant().toString());
            return null;
        });
        keys.put("demo", API_KEY);
    }
}
