package upbeat.herald.server.delivery;

import java.time.Duration;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.server.channel.GatewayAccount;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.channel.TeamMail;
import upbeat.herald.server.message.DueMessageRepository;
import upbeat.herald.server.platform.outbox.Outbox;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.persistence.SettingRepository;
import upbeat.herald.server.platform.signal.SignallingWriter;

/**
 * Tells the team by mail that a gateway has been in trouble for a while, and that it works again: once each, also
 * across a restart, however many messages wait.
 */
@Component
class GatewayTroubleMail {
    /** account id -> since when; of those the team knows of */
    private static final String TOLD = "told.gateways";

    private static final TypeReference<TreeMap<String, String>> NAMES = new TypeReference<>() {};
    /** Shorter trouble is over before anybody has read of it. */
    static final Duration PATIENCE = Duration.ofMinutes(5);

    private static final DateTimeFormatter WHEN =
            DateTimeFormatter.ofPattern("EEE d MMM, HH:mm 'UTC'", Locale.UK).withZone(ZoneOffset.UTC);

    private final GatewayRegistry gateways;
    private final DeliveryPauses pauses;
    private final DueMessageRepository due;
    private final SettingRepository settings;
    private final Outbox outbox;
    private final SignallingWriter writer;
    private final JdbcClient reader;

    GatewayTroubleMail(
            GatewayRegistry gateways,
            DeliveryPauses pauses,
            DueMessageRepository due,
            SettingRepository settings,
            Outbox outbox,
            SignallingWriter writer,
            JdbcClient reader) {
        this.gateways = gateways;
        this.pauses = pauses;
        this.due = due;
        this.settings = settings;
        this.outbox = outbox;
        this.writer = writer;
        this.reader = reader;
    }

    void sweep() {
        Map<String, String> told = read(reader);
        for (GatewayAccount account : gateways.list()) {
            Optional<DeliveryPauses.Trouble> trouble = pauses.find(account.id());
            boolean isKnown = told.containsKey(account.id());
            if (!isKnown && trouble.isPresent() && isLasting(trouble.get())) tell(account, trouble.get());
            if (isKnown && trouble.isEmpty() && pauses.hasWorked(account.id())) tellItWorks(account);
        }
    }

    private boolean isLasting(DeliveryPauses.Trouble trouble) {
        return !writer.now().isBefore(trouble.since().plus(PATIENCE));
    }

    private void tell(GatewayAccount account, DeliveryPauses.Trouble trouble) {
        int waiting = due.count(
                reader, new DueMessageRepository.Scope(account.channel().code(), null), writer.now());
        add(
                account,
                trouble.since().toString(),
                "Messages by " + nameOf(account) + " aren’t going out",
                trouble.reason() + ", since " + WHEN.format(trouble.since()) + ". Messages that wait: " + waiting
                        + ". They go out by themselves once it works again. Check it in Setup, Gateways.");
    }

    private void tellItWorks(GatewayAccount account) {
        add(
                account,
                null,
                "Messages by " + nameOf(account) + " are going out again",
                "The gateway works again. What waited is being sent; what came too late to be of use is in Messages,"
                        + " with the reason.");
    }

    private static String nameOf(GatewayAccount account) {
        String name = account.use().name();
        String channel = account.channel().label();
        return name.isEmpty() ? channel : channel + " (" + name + ")";
    }

    private Map<String, String> read(JdbcClient db) {
        return settings.find(db, TOLD).map(s -> Json.read(s, NAMES)).orElseGet(TreeMap::new);
    }

    /** @param since null where the trouble is over */
    private void add(GatewayAccount account, @Nullable String since, String title, String body) {
        writer.write((db, now) -> {
            Map<String, String> told = read(db);
            boolean isChange =
                    since == null ? told.remove(account.id()) != null : told.putIfAbsent(account.id(), since) == null;
            if (!isChange) return null;
            settings.put(db, TOLD, Json.write(told));
            outbox.add(db, outbox.nextId(), TeamMail.KIND, null, null, title, body, now);
            return null;
        });
    }
}
