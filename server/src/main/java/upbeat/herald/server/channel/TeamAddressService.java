package upbeat.herald.server.channel;

import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.platform.web.ValidationException;

/** The team's own addresses as they are shown and changed. */
@Service
class TeamAddressService {
    private final TeamAddressRepository repository;
    private final SignallingWriter writer;
    private final JdbcClient reader;

    TeamAddressService(TeamAddressRepository repository, SignallingWriter writer, JdbcClient reader) {
        this.repository = repository;
        this.writer = writer;
        this.reader = reader;
    }

    /** @param addresses by channel code; of every channel, empty where there is none */
    record TeamAddresses(Map<String, String> addresses) {}

    record TeamAddressesView(String version, TeamAddresses document) {}

    TeamAddressesView get() {
        return view(describe(reader));
    }

    TeamAddressesView save(IfMatch match, TeamAddresses body) {
        Map<Channel, String> parsed = parse(body);
        return writer.write((db, now) -> {
            TeamAddresses before = describe(db);
            match.check(ContentVersion.of(before), before);
            repository.save(db, parsed);
            return view(describe(db));
        });
    }

    private TeamAddresses describe(JdbcClient db) {
        Map<Channel, String> kept = repository.findAll(db);
        Map<String, String> all = new TreeMap<>();
        for (Channel channel : Channel.all()) all.put(channel.code(), kept.getOrDefault(channel, ""));
        return new TeamAddresses(all);
    }

    private static TeamAddressesView view(TeamAddresses document) {
        return new TeamAddressesView(ContentVersion.of(document), document);
    }

    private static Map<Channel, String> parse(TeamAddresses body) {
        ValidationException errors = new ValidationException();
        Map<Channel, String> parsed = new TreeMap<>();
        for (Channel channel : Channel.all()) {
            @Nullable String typed = Texts.blankToNull(body.addresses().get(channel.code()));
            if (typed == null) continue;
            try {
                parsed.put(channel, channel.parseAddress(typed));
            } catch (HeraldException e) {
                errors.add("addresses." + channel.code(), Texts.orEmpty(e.getMessage()));
            }
        }
        errors.throwIfAny();
        return parsed;
    }
}
