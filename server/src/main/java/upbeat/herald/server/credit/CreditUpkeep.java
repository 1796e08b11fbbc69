package upbeat.herald.server.credit;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.util.Map;
import java.util.TreeSet;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.credit.LedgerAccount;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.server.channel.Prices;
import upbeat.herald.server.channel.TeamAddressRepository;
import upbeat.herald.server.channel.TeamMail;
import upbeat.herald.server.platform.outbox.Outbox;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.persistence.SettingRepository;
import upbeat.herald.server.platform.signal.SignallingWriter;

/**
 * Looks after credit once a minute: payments that nobody answered are asked for again, and the team is told by mail,
 * once, that credit is low or a month's limit nearly reached.
 */
@Component
public class CreditUpkeep {
    /** What was said already: so nobody is told twice of the same. */
    private static final String SAID = "warned.credit";

    private static final TypeReference<TreeSet<String>> NAMES = new TypeReference<>() {};
    private static final Duration EVERY = Duration.ofMinutes(1);
    /** Of a month's limit, from which on it is worth a mail (common practice, no source). */
    private static final double NEARLY = 0.8;

    private static final String LOW = "low";

    private final CreditBook book;
    private final CreditPayments payments;
    private final SettingRepository settings;
    private final Prices prices;
    private final Outbox outbox;
    private final TeamAddressRepository addresses;
    private final SignallingWriter writer;
    private final JdbcClient reader;
    private volatile Instant looked = Instant.EPOCH;

    CreditUpkeep(
            CreditBook book,
            CreditPayments payments,
            SettingRepository settings,
            Prices prices,
            Outbox outbox,
            TeamAddressRepository addresses,
            SignallingWriter writer,
            JdbcClient reader) {
        this.book = book;
        this.payments = payments;
        this.settings = settings;
        this.prices = prices;
        this.outbox = outbox;
        this.addresses = addresses;
        this.writer = writer;
        this.reader = reader;
    }

    /** Looks once a minute; to be called as often as one likes. */
    public void sweep() {
        CreditSettings set = book.settings();
        Instant now = writer.now();
        if (now.isBefore(looked.plus(EVERY))) return;
        looked = now;
        payments.sweep();
        if (set.low() == null && set.limits().isEmpty()) return;
        // Nobody could be told yet; it is said as soon as somebody can be.
        if (addresses.findAll(reader).get(EmailChannel.EMAIL) != null) look(set, now);
    }

    private void look(CreditSettings set, Instant now) {
        TreeSet<String> said = read(reader);
        BigDecimal available = book.findBalances(reader).getOrDefault(LedgerAccount.AVAILABLE, BigDecimal.ZERO);
        boolean isLow = book.isOn() && set.low() != null && available.compareTo(set.low()) < 0;
        if (isLow && !said.contains(LOW))
            tell(
                    LOW,
                    "Your message credit is low",
                    available.toPlainString() + " " + prices.get().currency()
                            + " are left. Messages that cost something wait, or take another channel, once it is used up. Top up in Setup, Credit.",
                    now);
        if (!isLow && said.contains(LOW)) forget(LOW);
        YearMonth month = YearMonth.from(LocalDate.ofInstant(now, ZoneOffset.UTC));
        for (Map.Entry<String, Integer> limit : set.limits().entrySet()) {
            String name = limit.getKey();
            int used = book.countUsed(reader, month, name);
            String key = month + " " + name + " " + limit.getValue();
            if (used >= limit.getValue() * NEARLY && !said.contains(key))
                tell(
                        key,
                        "This month's limit of messages is nearly reached",
                        used + " of " + limit.getValue() + " messages this month have gone out ("
                                + (name.equals(CreditSettings.ALL) ? "all channels" : name)
                                + "). Change the limit in Setup, Credit.",
                        now);
        }
    }

    private TreeSet<String> read(JdbcClient db) {
        return settings.find(db, SAID).map(s -> Json.read(s, NAMES)).orElseGet(TreeSet::new);
    }

    private void tell(String key, String title, String body, Instant now) {
        writer.write((db, at) -> {
            TreeSet<String> said = read(db);
            if (!said.add(key)) return null;
            settings.put(db, SAID, Json.write(said));
            outbox.add(db, outbox.nextId(), TeamMail.KIND, null, null, title, body, now);
            return null;
        });
    }

    private void forget(String key) {
        writer.write((db, at) -> {
            TreeSet<String> said = read(db);
            if (said.remove(key)) settings.put(db, SAID, Json.write(said));
            return null;
        });
    }
}
