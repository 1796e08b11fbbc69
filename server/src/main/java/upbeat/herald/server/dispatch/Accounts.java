package upbeat.herald.server.dispatch;

import java.time.Instant;
import java.time.InstantSource;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.server.Settings;
import upbeat.herald.server.storage.Json;
import upbeat.herald.server.storage.Vault;
import upbeat.herald.server.storage.Writer;

/**
 * The accounts at the gateways: those entered in Setup, where there are any; else those of the file or the environment.
 * Secrets are sealed and never shown.
 */
@Component
public class Accounts {
    private final Settings settings;
    private final Vault vault;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final Map<Channel, Optional<Kept>> known = new ConcurrentHashMap<>();

    Accounts(Settings settings, Vault vault, JdbcClient reader, Writer writer, InstantSource clock) {
        this.settings = settings;
        this.vault = vault;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /**
     * One account, without its secrets.
     *
     * @param host of a mail server or SMS centre; {@code url} of a chat network
     * @param user name at a mail server; system id at an SMS centre
     * @param tls of a mail server: {@code none}, {@code starttls} or {@code tls}
     * @param price of one SMS segment, in {@code currency}; {@code prices} where it is another, by country of the
     *     number
     */
    public record Account(
            @Nullable String host,
            @Nullable Integer port,
            @Nullable String user,
            @Nullable String tls,
            @Nullable String url,
            @Nullable String price,
            @Nullable String currency,
            @Nullable Map<String, String> prices) {}

    /**
     * @param password at a mail server or SMS centre; {@code token} at a chat network; {@code webhookSecret} with which
     *     it signs what it sends here
     */
    public record Secrets(
            @Nullable String password,
            @Nullable String token,
            @Nullable String webhookSecret) {
        static final Secrets NONE = new Secrets(null, null, null);

        /** These, and the old ones where nothing is given. */
        Secrets over(Secrets old) {
            return new Secrets(or(password, old.password), or(token, old.token), or(webhookSecret, old.webhookSecret));
        }

        private static String or(String given, String old) {
            return given == null || given.isEmpty() ? old : given;
        }

        @Override
        public String toString() {
            return "Secrets[...]"; // never in a log
        }
    }

    /** @param said what the other side answered at the last test */
    public record Kept(
            Account account,
            Secrets secrets,
            @Nullable Instant testedAt,
            boolean good,
            @Nullable String said) {}

    /** Asked for with every message, so it is kept until it changes. */
    Optional<Kept> kept(JdbcClient db, Channel channel) {
        return known.computeIfAbsent(channel, c -> read(db, c));
    }

    private Optional<Kept> read(JdbcClient db, Channel channel) {
        return db.sql("select body, sealed, tested_at, tested_good, test_said from gateway_account where channel = ?")
                .param(channel.code())
                .query((rs, i) -> {
                    String sealed = rs.getString("sealed");
                    long tested = rs.getLong("tested_at");
                    Instant testedAt = rs.wasNull() ? null : Instant.ofEpochMilli(tested);
                    return new Kept(
                            Json.read(rs.getString("body"), Account.class),
                            sealed == null ? Secrets.NONE : Json.read(vault.open(sealed), Secrets.class),
                            testedAt,
                            rs.getInt("tested_good") == 1,
                            rs.getString("test_said"));
                })
                .optional();
    }

    void put(Channel channel, Account account, Secrets secrets, Connection tested) {
        String sealed = vault.seal(Json.of(secrets));
        writer.write(db -> db.sql("""
                insert into gateway_account (channel, body, sealed, changed_at, tested_at, tested_good, test_said) values (?, ?, ?, ?, ?, ?, ?)
                on conflict (channel) do update set body = excluded.body, sealed = excluded.sealed, changed_at = excluded.changed_at, tested_at = excluded.tested_at, tested_good = excluded.tested_good, test_said = excluded.test_said""")
                .params(
                        channel.code(),
                        Json.of(account),
                        sealed,
                        clock.instant().toEpochMilli(),
                        clock.instant().toEpochMilli(),
                        tested.good() ? 1 : 0,
                        tested.said())
                .update());
        known.remove(channel);
    }

    void remove(Channel channel) {
        writer.write(db -> db.sql("delete from gateway_account where channel = ?")
                .param(channel.code())
                .update());
        known.remove(channel);
    }

    /** What a test of the connection came to. @param said the other side's own words, where it had any */
    public record Connection(boolean good, String said) {}

    Settings.Mail mail() {
        return kept(reader, Channel.EMAIL)
                .map(k -> mail(k.account(), k.secrets()))
                .orElse(settings.mail());
    }

    public Settings.Sms sms() {
        return kept(reader, Channel.SMS).map(k -> sms(k.account(), k.secrets())).orElse(settings.sms());
    }

    public Settings.Chat chat() {
        return kept(reader, Channel.WHATSAPP)
                .map(k -> chat(k.account(), k.secrets()))
                .orElse(settings.chat());
    }

    Settings.Mail mail(Account a, Secrets s) {
        return new Settings.Mail(
                text(a.host()),
                a.port() == null ? 587 : a.port(),
                text(a.user()),
                text(s.password()),
                a.tls() == null ? "none" : a.tls(),
                settings.mail().connections());
    }

    Settings.Sms sms(Account a, Secrets s) {
        return new Settings.Sms(
                text(a.host()),
                a.port() == null ? 2775 : a.port(),
                text(a.user()),
                text(s.password()),
                a.price() == null ? settings.sms().price() : a.price(),
                a.currency() == null ? settings.sms().currency() : a.currency(),
                a.prices() == null ? settings.sms().prices() : a.prices());
    }

    Settings.Chat chat(Account a, Secrets s) {
        return new Settings.Chat(text(a.url()), text(s.token()), text(s.webhookSecret()));
    }

    /** The account in use, however it was set. Empty where there is none. */
    Optional<Account> inUse(Channel channel) {
        return switch (channel) {
            case EMAIL ->
                mail().host().isEmpty()
                        ? Optional.empty()
                        : Optional.of(new Account(
                                mail().host(), mail().port(), mail().user(), mail().tls(), null, null, null, null));
            case SMS ->
                sms().host().isEmpty()
                        ? Optional.empty()
                        : Optional.of(new Account(
                                sms().host(),
                                sms().port(),
                                sms().systemId(),
                                null,
                                null,
                                sms().price(),
                                sms().currency(),
                                sms().prices()));
            case WHATSAPP ->
                chat().url().isEmpty()
                        ? Optional.empty()
                        : Optional.of(new Account(null, null, null, null, chat().url(), null, null, null));
        };
    }

    /** The secrets in use, for an account whose other values change. */
    Secrets secretsInUse(Channel channel) {
        return kept(reader, channel).map(Kept::secrets).orElseGet(() -> Map.of(
                        Channel.EMAIL,
                        new Secrets(settings.mail().password(), null, null),
                        Channel.SMS,
                        new Secrets(settings.sms().password(), null, null),
                        Channel.WHATSAPP,
                        new Secrets(
                                null, settings.chat().token(), settings.chat().webhookSecret()))
                .get(channel));
    }

    private static String text(String value) {
        return value == null ? "" : value;
    }
}
