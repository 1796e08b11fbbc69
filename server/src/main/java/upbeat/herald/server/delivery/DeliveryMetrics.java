package upbeat.herald.server.delivery;

import io.micrometer.core.instrument.FunctionCounter;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.time.Duration;
import java.time.InstantSource;
import java.util.function.ToDoubleFunction;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.GatewayAccount;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.message.DueMessageRepository;
import upbeat.herald.server.message.DueMessageRepository.Scope;
import upbeat.herald.server.platform.backup.BackupSchedule;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** What an operator watches: lines and how old they are, gateways, the writer, the database and its backups. */
@Component
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class DeliveryMetrics implements MeterBinder {
    private final GatewayRegistry gateways;
    private final DeliveryPauses pauses;
    private final DueMessageRepository due;
    private final DatabaseWriter writer;
    private final BackupSchedule backups;
    private final JdbcClient reader;
    private final InstantSource clock;

    DeliveryMetrics(
            GatewayRegistry gateways,
            DeliveryPauses pauses,
            DueMessageRepository due,
            DatabaseWriter writer,
            BackupSchedule backups,
            JdbcClient reader,
            InstantSource clock) {
        this.gateways = gateways;
        this.pauses = pauses;
        this.due = due;
        this.writer = writer;
        this.backups = backups;
        this.reader = reader;
        this.clock = clock;
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        for (Channel channel : Channel.all()) {
            Scope scope = new Scope(channel.code(), null);
            gauge(
                            "herald.messages.due",
                            "Messages that would leave now",
                            m -> m.due.count(reader, scope, clock.instant()))
                    .tag("channel", channel.code())
                    .register(registry);
            gauge("herald.messages.oldest", "How long the longest due message has waited", m -> age(scope))
                    .baseUnit("seconds")
                    .tag("channel", channel.code())
                    .register(registry);
            gauge("herald.gateway.accounts", "Accounts in use", m -> gateways.list(channel)
                            .size())
                    .tag("channel", channel.code())
                    .register(registry);
            gauge("herald.gateway.troubled", "Accounts that take nothing now", m -> countTroubled(channel))
                    .tag("channel", channel.code())
                    .register(registry);
        }
        gauge("herald.messages.unsure", "Messages that may have been sent", m -> due.countUnsure(reader))
                .register(registry);
        gauge("herald.writer.waiting", "Pieces of work that wait to be written", m -> writer.countWaiting())
                .register(registry);
        FunctionCounter.builder("herald.writer.commits", writer, DatabaseWriter::commits)
                .description("Transactions written")
                .register(registry);
        gauge("herald.database.size", "Size of the database", m -> due.findDatabaseSize(reader))
                .baseUnit("bytes")
                .register(registry);
        gauge("herald.backup.age", "Since the last backup; NaN where none is made", m -> backups.findAge()
                        .map(Duration::toSeconds)
                        .map(Long::doubleValue)
                        .orElse(Double.NaN))
                .baseUnit("seconds")
                .register(registry);
    }

    private Gauge.Builder<DeliveryMetrics> gauge(
            String name, String description, ToDoubleFunction<DeliveryMetrics> value) {
        return Gauge.builder(name, this, value).description(description);
    }

    private double age(Scope scope) {
        return due.findOldest(reader, scope, clock.instant())
                .map(at -> (double) Duration.between(at, clock.instant()).toSeconds())
                .orElse(0.0);
    }

    private long countTroubled(Channel channel) {
        return gateways.list(channel).stream()
                .map(GatewayAccount::id)
                .filter(id -> pauses.find(id).isPresent())
                .count();
    }
}
