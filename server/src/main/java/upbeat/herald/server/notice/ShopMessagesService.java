package upbeat.herald.server.notice;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.platform.signal.SignallingWriter;

/** What shops say themselves, as it is shown and changed. */
@Service
class ShopMessagesService {
    private static final int MOST_KEY = 40;

    private final ShopMessagesRepository repository;
    private final OrderRepository orders;
    private final PlanCheckService checks;
    private final SignallingWriter writer;
    private final JdbcClient reader;

    ShopMessagesService(
            ShopMessagesRepository repository,
            OrderRepository orders,
            PlanCheckService checks,
            SignallingWriter writer,
            JdbcClient reader) {
        this.repository = repository;
        this.orders = orders;
        this.checks = checks;
        this.writer = writer;
        this.reader = reader;
    }

    /** @param stages codes of those that the shop tells its customers about */
    record ShopMessages(String shop, List<String> stages) {}

    /** Of every shop that orders came from. */
    List<ShopMessages> list() {
        Map<String, List<Stage>> kept = repository.findAll(reader);
        TreeSet<String> shops = new TreeSet<>(orders.findShops(reader));
        shops.addAll(kept.keySet());
        return shops.stream()
                .map(shop -> new ShopMessages(
                        shop,
                        kept.getOrDefault(shop, List.of()).stream()
                                .map(Stage::code)
                                .toList()))
                .toList();
    }

    /** Of one shop; the others stay as they are. */
    List<ShopMessages> save(ShopMessages body) {
        if (body.shop() == null || body.shop().isBlank() || body.shop().length() > MOST_KEY)
            throw new HeraldException("shop", "Choose a shop");
        List<Stage> stages = new ArrayList<>();
        for (String code : body.stages() == null ? List.<String>of() : body.stages())
            stages.add(Stage.fromCode(code)
                    .orElseThrow(() -> new HeraldException("stages", "\"" + code + "\" isn't a stage")));
        writer.write((db, now) -> {
            Map<String, List<Stage>> all = new TreeMap<>(repository.findAll(db));
            all.put(body.shop(), stages.stream().distinct().sorted().toList());
            repository.save(db, all);
            return null;
        });
        checks.forget();
        return list();
    }
}
