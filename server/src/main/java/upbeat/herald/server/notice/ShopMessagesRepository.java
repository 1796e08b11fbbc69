package upbeat.herald.server.notice;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.persistence.SettingRepository;

/** Which stages a shop tells its customers about by itself, so that nobody tells them twice. */
@Repository
class ShopMessagesRepository {
    private static final String NAME = "shop.messages";
    private static final TypeReference<Map<String, List<String>>> STAGES = new TypeReference<>() {};

    private final SettingRepository settings;

    ShopMessagesRepository(SettingRepository settings) {
        this.settings = settings;
    }

    /** By the shop's key; shops that say nothing are left out. */
    Map<String, List<Stage>> findAll(JdbcClient db) {
        Map<String, List<Stage>> found = new TreeMap<>();
        settings.find(db, NAME)
                .map(json -> Json.read(json, STAGES))
                .orElse(Map.of())
                .forEach((shop, codes) -> found.put(
                        shop,
                        codes.stream().flatMap(c -> Stage.fromCode(c).stream()).toList()));
        return found;
    }

    void save(JdbcClient db, Map<String, List<Stage>> stages) {
        Map<String, List<String>> codes = new TreeMap<>();
        stages.forEach((shop, list) -> {
            if (!list.isEmpty()) codes.put(shop, list.stream().map(Stage::code).toList());
        });
        settings.put(db, NAME, Json.write(codes));
    }
}
