package upbeat.herald.server.credit;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.credit.CreditAmount;
import upbeat.herald.core.credit.CreditForecast;
import upbeat.herald.core.credit.LedgerAccount;
import upbeat.herald.core.credit.PriceFile;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.Prices;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.persistence.SettingRepository;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.ValidationException;

/** Setup, Credit: what is left and how long it lasts, topping up, limits, and the price list. */
@Service
public class CreditService {
    /** Days whose average says what a day usually costs. */
    private static final int USUAL_DAYS = 14;

    private static final int MOST_A_MONTH = 1_000_000_000;
    static final Pattern AMOUNT = Pattern.compile("-?\\d{1,9}(\\.\\d{1,2})?");
    private static final Set<String> AT_ZERO = Set.of("wait", CreditSettings.OTHER);

    private final CreditRepository credit;
    private final CreditBook book;
    private final Prices prices;
    private final PaymentProvider payments;
    private final List<CreditChangeListener> listeners;
    private final SettingRepository settings;
    private final SignallingWriter writer;
    private final JdbcClient reader;

    CreditService(
            CreditRepository credit,
            CreditBook book,
            Prices prices,
            PaymentProvider payments,
            List<CreditChangeListener> listeners,
            SettingRepository settings,
            SignallingWriter writer,
            JdbcClient reader) {
        this.credit = credit;
        this.book = book;
        this.prices = prices;
        this.payments = payments;
        this.listeners = List.copyOf(listeners);
        this.settings = settings;
        this.writer = writer;
        this.reader = reader;
    }

    /** @param limit messages a month at most; {@code used} so far */
    public record LimitUse(
            String channel, int used, @Nullable Integer limit) {}

    /** @param country null for all that have no price of their own */
    public record ListedPrice(
            String channel,
            @Nullable String country,
            String amount,
            LocalDate from,
            @Nullable LocalDate until) {}

    /** The price before goes on in it. @param ends the last day; {@code next} the day the next begins, or null */
    public record PriceGap(
            String channel,
            @Nullable String country,
            LocalDate ends,
            @Nullable LocalDate next) {}

    /**
     * Amounts are decimal.
     *
     * @param on false while no credit is kept: then only prices and limits count
     * @param sinceYesterday spent since six in the evening before, in UTC
     * @param perDay usual in the last 14 days; {@code lastsUntil} null where nothing is usual or it is far off
     * @param monthForecast what the month will have cost, if it goes on like that
     * @param waiting messages that wait for credit, or for another month
     * @param payable true where a payment service is connected
     * @param gaps where the price list has one
     */
    public record CreditView(
            boolean on,
            String currency,
            String available,
            String held,
            String sinceYesterday,
            String thisMonth,
            String perDay,
            @Nullable LocalDate lastsUntil,
            String monthForecast,
            boolean low,
            int waiting,
            boolean payable,
            CreditSettings settings,
            List<LimitUse> limits,
            List<ListedPrice> prices,
            List<PriceGap> gaps) {}

    CreditView get() {
        Map<LedgerAccount, BigDecimal> balances = book.findBalances(reader);
        BigDecimal available = balances.getOrDefault(LedgerAccount.AVAILABLE, BigDecimal.ZERO);
        LocalDate today = prices.today();
        BigDecimal perDay = CreditForecast.perDay(spent(today.minusDays(USUAL_DAYS), today), USUAL_DAYS);
        BigDecimal thisMonth = spent(today.withDayOfMonth(1), today.plusDays(1));
        Instant evening = today.minusDays(1).atTime(18, 0).toInstant(ZoneOffset.UTC);
        PriceFile.Prices listed = prices.get();
        CreditSettings set = book.settings();
        return new CreditView(
                book.isOn(),
                listed.currency(),
                available.toPlainString(),
                balances.getOrDefault(LedgerAccount.HELD, BigDecimal.ZERO).toPlainString(),
                CreditAmount.fromUnits(credit.sumSpentSince(reader, evening)).toPlainString(),
                thisMonth.toPlainString(),
                perDay.toPlainString(),
                CreditForecast.lastsUntil(available, perDay, today).orElse(null),
                CreditForecast.monthCost(thisMonth, perDay, today).toPlainString(),
                book.isOn() && set.low() != null && available.compareTo(set.low()) < 0,
                credit.countWaiting(reader),
                payments.isThere(),
                set,
                limits(set, today),
                listed.table().rows().stream()
                        .map(r -> new ListedPrice(
                                r.channel(), r.country(), r.amount().toPlainString(), r.from(), r.until()))
                        .toList(),
                listed.table().findGaps(today).stream()
                        .map(g -> new PriceGap(
                                g.before().channel(),
                                g.before().country(),
                                Objects.requireNonNull(g.before().until()),
                                g.next() == null ? null : g.next().from()))
                        .toList());
    }

    private BigDecimal spent(LocalDate from, LocalDate to) {
        return CreditAmount.fromUnits(credit.sumSpent(reader, from.toEpochDay(), to.toEpochDay()));
    }

    private List<LimitUse> limits(CreditSettings set, LocalDate today) {
        YearMonth month = YearMonth.from(today);
        List<LimitUse> uses = new ArrayList<>();
        for (Channel channel : Channel.all())
            uses.add(new LimitUse(
                    channel.code(),
                    credit.countUsed(reader, month, channel.code()),
                    set.limits().get(channel.code())));
        uses.add(new LimitUse(
                CreditSettings.ALL,
                credit.countUsed(reader, month, null),
                set.limits().get(CreditSettings.ALL)));
        return uses;
    }

    /** @param low an amount, or null; {@code limits} by channel, or all; null or none for no limit */
    public record SettingsBody(
            @Nullable String low,
            @Nullable String atZero,
            @Nullable Map<String, Integer> limits) {}

    public CreditView saveSettings(SettingsBody body) {
        ValidationException errors = new ValidationException();
        BigDecimal low = null;
        if (!Texts.isBlank(body.low())) {
            if (AMOUNT.matcher(Texts.orEmpty(body.low()).strip()).matches())
                low = new BigDecimal(body.low().strip());
            else errors.add("low", "Enter an amount like 100.00, or nothing for no warning");
        }
        errors.check(body.atZero() != null && AT_ZERO.contains(body.atZero()), "atZero", "Choose what happens at zero");
        Map<String, Integer> limits = new TreeMap<>();
        Set<String> names =
                new TreeSet<>(Channel.all().stream().map(Channel::code).toList());
        names.add(CreditSettings.ALL);
        if (body.limits() != null)
            body.limits().forEach((name, most) -> {
                if (most == null) return;
                errors.check(names.contains(name), "limits." + name, "There is no such channel");
                errors.check(
                        most >= 1 && most <= MOST_A_MONTH,
                        "limits." + name,
                        "Enter how many messages a month, or nothing for no limit");
                limits.put(name, most);
            });
        errors.throwIfAny();
        CreditSettings set = new CreditSettings(low, String.valueOf(body.atZero()), limits);
        writer.write((db, now) -> {
            settings.put(db, CreditBook.SETTINGS, Json.write(set));
            listeners.forEach(l -> l.moreMayBeSent(db));
            return null;
        });
        book.refresh(reader);
        return get();
    }

    /** The list takes the place of the one before. Credit stays in the currency it was paid in. */
    public CreditView importPrices(byte[] file) {
        PriceFile.Prices read = PriceFile.parse(
                file, Channel.all().stream().map(Channel::code).collect(Collectors.toCollection(TreeSet::new)));
        String before = prices.get().currency();
        if (book.isOn() && !before.equals(read.currency()))
            throw new HeraldException(
                    "file", "Your credit is in " + before + ", and this list is in " + read.currency());
        writer.write((db, now) -> {
            prices.save(db, read);
            listeners.forEach(l -> l.moreMayBeSent(db));
            return null;
        });
        prices.use(read);
        return get();
    }
}
