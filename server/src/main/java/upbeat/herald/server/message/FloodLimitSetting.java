package upbeat.herald.server.message;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.FloodLimit;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.persistence.SettingRepository;

/** The flood guard's limit as the team set it; until somebody does, the usual one. */
@Component
public class FloodLimitSetting {
    private static final String LIMIT = "flood.limit";

    private final SettingRepository settings;
    private final FloodLimit usual;

    FloodLimitSetting(SettingRepository settings, @Value("${herald.flood-floor:0}") int floor) {
        this.settings = settings;
        usual = floor > 0 ? new FloodLimit(floor, FloodLimit.USUAL.times()) : FloodLimit.USUAL;
    }

    public FloodLimit find(JdbcClient db) {
        return settings.find(db, LIMIT)
                .map(json -> Json.read(json, FloodLimit.class))
                .orElse(usual);
    }

    public void save(JdbcClient db, FloodLimit limit) {
        settings.put(db, LIMIT, Json.write(limit));
    }
}
