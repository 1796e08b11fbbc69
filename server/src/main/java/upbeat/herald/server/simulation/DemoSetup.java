package upbeat.herald.server.simulation;

import java.time.InstantSource;
import java.util.List;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.StarterNotices;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.ContentApproval;
import upbeat.herald.server.delivery.chat.ChatTemplateRepository;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.notice.StarterPlan;
import upbeat.herald.server.people.AccountRepository;
import upbeat.herald.server.people.ApiKeyService;
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
            "en");

    private final AccountRepository accounts;
    private final ApiKeyService keys;
    private final BrandRepository brands;
    private final CarrierRepository carriers;
    private final NoticeRepository notices;
    private final ChannelRegistry channels;
    private final ChatTemplateRepository templates;
    private final SettingRepository settings;
    private final PasswordEncoder passwords;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final DemoShop shop;

    DemoSetup(
            AccountRepository accounts,
            ApiKeyService keys,
            BrandRepository brands,
            CarrierRepository carriers,
            NoticeRepository notices,
            ChannelRegistry channels,
            ChatTemplateRepository templates,
            SettingRepository settings,
            PasswordEncoder passwords,
            DatabaseWriter writer,
            InstantSource clock,
            StarterPlan plan,
            DemoShop shop) {
        this.accounts = accounts;
        this.keys = keys;
        this.brands = brands;
        this.carriers = carriers;
        this.notices = notices;
        this.channels = channels;
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
            brands.save(db, BRAND);
            brands.markVerified(db, BRAND.sender().senderAddress());
            DemoCarriers.ALL.forEach(c -> carriers.save(db, c));
            DemoCarriers.others().forEach(c -> carriers.save(db, c));
            carriers.setDefault(db, DemoCarriers.POST.key());
            shop.register(db);
            StarterNotices.list().forEach(n -> {
                notices.save(db, n.withState(Notice.State.LIVE), clock.instant());
                channels.submitWordings(db, n, BRAND.language(), clock.instant());
            });
            // The network approved them when the shop began.
            templates
                    .findByStatus(db, ContentApproval.Status.SUBMITTED)
                    .forEach(t -> templates.updateStatus(
                            db, t.name(), ContentApproval.Status.APPROVED, null, clock.instant()));
            settings.put(db, "demo.set", clock.instant().toString());
            return null;
        });
        keys.save("demo", API_KEY);
    }
}
