package upbeat.herald.server.channel;

import java.util.Map;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.persistence.SettingRepository;

/** The team's own addresses, by channel: where notices on trial send to. */
@Repository
public class TeamAddressRepository {
    private static final String NAME = "team.addresses";
    private static final TypeReference<Map<String, String>> ADDRESSES = new TypeReference<>() {};

    private final SettingRepository settings;

    TeamAddressRepository(SettingRepository settings) {
        this.settings = settings;
    }

    public Map<Channel, String> findAll(JdbcClient db) {
        Map<Channel, String> found = new TreeMap<>();
        settings.find(db, NAME)
                .map(json -> Json.read(json, ADDRESSES))
                .orElse(Map.of())
                .forEach((code, address) -> Channel.fromCode(code).ifPresent(c -> found.put(c, address)));
        return found;
    }

    void save(JdbcClient db, Map<Channel, String> addresses) {
        Map<String, String> byCode = new TreeMap<>();
        addresses.forEach((channel, address) -> byCode.put(channel.code(), address));
        settings.put(db, NAME, Json.write(byCode));
    }
}
