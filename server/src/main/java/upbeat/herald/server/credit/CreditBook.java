package upbeat.herald.server.credit;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.credit.CreditAmount;
import upbeat.herald.core.credit.LedgerAccount;
import upbeat.herald.core.credit.Posting;
import upbeat.herald.core.journey.PhoneNumbers;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.Price;
import upbeat.herald.server.channel.PriceList;
import upbeat.herald.server.channel.Prices;
import upbeat.herald.server.credit.CreditRepository.About;
import upbeat.herald.server.credit.CreditRepository.Costed;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.persistence.SettingRepository;

/**
 * Books what messages do: something is held for one that is planned, spent when a gateway has it, given back when it
 * doesn't leave. Called by the one place that changes a message's status, in its transaction. While no credit is kept,
 * nothing is booked and nothing is asked.
 */
@Component
public class CreditBook {
    static final String SETTINGS = "credit.settings";

    /** Days whose longest message says what the next one may come to. */
    private static final int USUAL_DAYS = 30;

    private static final Set<String> OPEN = Set.of("planned", "waiting", "sending", "unsure");
    private static final Set<String> TAKEN = Set.of("accepted", "delivered", "read");

    private final CreditRepository credit;
    private final SettingRepository settings;
    /** Asked for when it is needed: channels know what messages are, and messages what they cost. */
    private final ObjectProvider<PriceList> prices;

    private final Prices listed;

    private final InstantSource clock;
    private volatile boolean on;
    private volatile CreditSettings current;

    CreditBook(
            CreditRepository credit,
            SettingRepository settings,
            ObjectProvider<PriceList> prices,
            Prices listed,
            JdbcClient reader,
            InstantSource clock) {
        this.credit = credit;
        this.settings = settings;
        this.prices = prices;
        this.listed = listed;
        this.clock = clock;
        this.on = credit.isOn(reader);
        this.current = readSettings(reader);
    }

    CreditSettings readSettings(JdbcClient db) {
        return settings.find(db, SETTINGS)
                .map(s -> Json.read(s, CreditSettings.class))
                .orElse(CreditSettings.NONE);
    }

    /** What was saved holds from now on; called after the commit. */
    void refresh(JdbcClient reader) {
        on = credit.isOn(reader);
        current = readSettings(reader);
    }

    CreditSettings settings() {
        return current;
    }

    public boolean isOn() {
        return on;
    }

    /** Messages were planned: something is held for each. @param seqs of those that are new */
    public void planned(JdbcClient db, List<Long> seqs) {
        if (!on) return;
        for (long seq : seqs) hold(db, seq, credit.getMessage(db, seq));
    }

    /** The state a message was in, to be given back to {@link #changed}; null while there is nothing to keep. */
    public record Before(Costed message) {}

    public @Nullable Before capture(JdbcClient db, long seq) {
        return on ? new Before(credit.getMessage(db, seq)) : null;
    }

    /** A message's status is another. @param before from {@link #capture} */
    public void changed(JdbcClient db, long seq, @Nullable Before before, String status) {
        boolean isTaken = TAKEN.contains(status);
        if (before == null) {
            if (status.equals("accepted")) credit.countUse(db, seq, month());
            return;
        }
        Costed was = before.message();
        boolean wasOpen = OPEN.contains(was.status());
        if (wasOpen && isTaken) {
            credit.countUse(db, seq, month());
            book(db, seq, was, Posting.settle(was.held(), costOf(was)));
        } else if (wasOpen && !OPEN.contains(status)) book(db, seq, was, Posting.release(was.held()));
        else if (!wasOpen && OPEN.contains(status)) hold(db, seq, was);
    }

    private void hold(JdbcClient db, long seq, Costed message) {
        if (message.held() > 0) return;
        long estimate = estimate(db, message);
        if (estimate == 0) return;
        credit.book(db, Posting.hold(estimate), About.message(message.channel(), seq), clock.instant());
        credit.updateHeld(db, seq, estimate);
    }

    private void book(JdbcClient db, long seq, Costed message, List<Posting> postings) {
        if (!postings.isEmpty()) credit.book(db, postings, About.message(message.channel(), seq), clock.instant());
        if (message.held() > 0) credit.updateHeld(db, seq, 0);
    }

    /** What it cost as it was written last, else as much as the longest of the notice's messages lately. */
    private long estimate(JdbcClient db, Costed message) {
        if (message.cost() != null) return costOf(message);
        Channel channel = Channel.fromCode(message.channel()).orElse(null);
        if (channel == null) return 0;
        long since = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC).toEpochDay() - USUAL_DAYS;
        int segments = credit.findLongest(db, message.noticeId(), message.channel(), since)
                .orElse(1);
        String country = PhoneNumbers.countryOf(message.address()).orElse(null);
        return prices.getObject()
                .findPrice(channel, segments, country)
                .map(this::unitsOf)
                .orElse(0L);
    }

    private long costOf(Costed message) {
        return message.cost() == null ? 0 : unitsOf(new Price(new BigDecimal(message.cost()), message.currency()));
    }

    /** In the ledger's currency; what costs something in another one isn't the ledger's to pay. */
    private long unitsOf(Price price) {
        return listed.get().currency().equals(price.currency()) ? CreditAmount.roundToUnits(price.amount()) : 0;
    }

    private YearMonth month() {
        return YearMonth.from(clock.instant().atZone(ZoneOffset.UTC));
    }

    /** Something was sent that isn't a message of the plan. @param price null where it costs nothing */
    public void spend(
            JdbcClient db,
            Posting.Kind kind,
            Channel channel,
            @Nullable Price price,
            String note,
            @Nullable String by) {
        if (!on || price == null) return;
        credit.book(
                db,
                Posting.spend(kind, unitsOf(price)),
                new About(channel.code(), null, null, note, by),
                clock.instant());
    }

    /**
     * Why a message can't leave now.
     *
     * @param code NO_CREDIT or MONTH_LIMIT
     * @param until when it may, or null where that depends on somebody
     * @param skip true where another channel is to be asked instead of waiting
     */
    public record Shortage(
            String code, String reason, @Nullable Instant until, boolean skip) {}

    /** Whether the month's limits and the credit allow a message. @param seq its number; {@code price} or null */
    public Optional<Shortage> findShortage(JdbcClient db, long seq, Channel channel, @Nullable Price price) {
        CreditSettings set = current;
        Optional<Shortage> limit = findLimit(db, set, channel.code(), " by " + channel.label())
                .or(() -> findLimit(db, set, CreditSettings.ALL, ""));
        if (limit.isPresent() || !on || price == null) return limit;
        long cost = unitsOf(price);
        long left = credit.findBalances(db).getOrDefault(LedgerAccount.AVAILABLE, 0L)
                + credit.getMessage(db, seq).held();
        if (left >= cost) return Optional.empty();
        return Optional.of(new Shortage(
                "NO_CREDIT",
                "Not enough credit: it costs " + price.amount().toPlainString() + " " + price.currency()
                        + ". Top up in Setup, Credit",
                null,
                set.goesToOther()));
    }

    private Optional<Shortage> findLimit(JdbcClient db, CreditSettings set, String name, String label) {
        Integer most = set.limits().get(name);
        if (most == null) return Optional.empty();
        YearMonth month = month();
        String channel = name.equals(CreditSettings.ALL) ? null : name;
        // Those that are being handed over will most likely be taken.
        int used = credit.countUsed(db, month, channel) + credit.countSending(db, channel);
        if (used < most) return Optional.empty();
        return Optional.of(new Shortage(
                "MONTH_LIMIT",
                "This month's limit of " + most + " messages" + label + " is reached",
                month.plusMonths(1).atDay(1).atStartOfDay(ZoneOffset.UTC).toInstant(),
                set.goesToOther()));
    }

    /** @param name a channel's code, or {@link CreditSettings#ALL} */
    int countUsed(JdbcClient db, YearMonth month, String name) {
        return credit.countUsed(db, month, name.equals(CreditSettings.ALL) ? null : name);
    }

    /** What each account holds. */
    Map<LedgerAccount, BigDecimal> findBalances(JdbcClient db) {
        Map<LedgerAccount, BigDecimal> found = new EnumMap<>(LedgerAccount.class);
        credit.findBalances(db).forEach((a, units) -> found.put(a, CreditAmount.fromUnits(units)));
        return found;
    }
}
