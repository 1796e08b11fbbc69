package upbeat.herald.core.credit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import upbeat.herald.core.HeraldException;

/**
 * Money by hand. One SMS costs about 0.15 and 100 of one segment 15.00 (common practice, no source); the other sums are
 * worked out on paper.
 */
class CreditTest {
    private static final Set<String> CHANNELS = new TreeSet<>(Set.of("email", "sms", "whatsapp"));

    private static BigDecimal of(String amount) {
        return new BigDecimal(amount);
    }

    private static PriceRow row(String channel, String country, String from, String until, String amount) {
        return new PriceRow(
                channel, country, LocalDate.parse(from), until == null ? null : LocalDate.parse(until), of(amount));
    }

    @Test
    void amountsAreExactToTheTenThousandth() {
        assertThat(CreditAmount.toUnits(of("0.15"))).isEqualTo(1_500);
        assertThat(CreditAmount.fromUnits(100 * CreditAmount.toUnits(of("0.15"))))
                .isEqualByComparingTo("15.00");
        assertThat(CreditAmount.fromUnits(3 * CreditAmount.toUnits(of("0.0725"))))
                .isEqualByComparingTo("0.2175");
        assertThatThrownBy(() -> CreditAmount.toUnits(of("0.00001"))).isInstanceOf(ArithmeticException.class);
        assertThatThrownBy(() -> CreditAmount.toUnits(of("1E+20"))).isInstanceOf(ArithmeticException.class);
        assertThat(CreditAmount.roundToUnits(of("0.00005"))).as("half up").isEqualTo(1);
        assertThat(CreditAmount.roundToUnits(of("0.00004"))).isZero();
        assertThat(CreditAmount.roundToUnits(of("1E+20"))).isEqualTo(CreditAmount.LARGEST);
        assertThat(CreditAmount.roundToUnits(of("-1"))).isZero();
    }

    @ParameterizedTest
    @CsvSource({
        "SE, 2026-01-01, 0.15", "SE, 2026-03-01, 0.17", "SE, 2026-02-28, 0.15", "DE, 2026-02-01, 0.09",
        "FR, 2026-02-01, 0.12", "SE, 2027-08-01, 0.17", "DE, 2025-12-31, none", ", 2026-05-05, 0.12"
    })
    void aPriceIsThatOfTheCountryOnTheDay(String country, String day, String expected) {
        PriceTable table = new PriceTable(List.of(
                row("sms", "SE", "2026-03-01", null, "0.17"),
                row("sms", "SE", "2026-01-01", null, "0.15"),
                row("sms", "DE", "2026-01-01", "2026-12-31", "0.09"),
                row("sms", null, "2026-01-01", null, "0.12")));
        assertThat(table.find("sms", country, LocalDate.parse(day))
                        .map(BigDecimal::toPlainString)
                        .orElse("none"))
                .isEqualTo(expected);
        assertThat(table.find("email", country, LocalDate.parse(day))).isEmpty();
    }

    @Test
    void gapsAndOverlapsAreFound() {
        LocalDate today = LocalDate.parse("2026-02-10");
        PriceTable gaps = new PriceTable(List.of(
                row("sms", "SE", "2026-01-01", "2026-01-31", "0.15"),
                row("sms", "SE", "2026-03-01", null, "0.17"),
                row("sms", "DE", "2026-01-01", "2026-01-31", "0.09"),
                row("sms", "DE", "2026-02-01", null, "0.10"),
                row("sms", "FR", "2025-01-01", "2025-01-31", "0.09"),
                row("sms", "FR", "2025-03-01", "2026-06-30", "0.10")));
        assertThat(gaps.findGaps(today))
                .extracting(g -> g.before().country())
                .as("that of DE has none, the first of FR is over")
                .containsExactly("FR", "SE");
        assertThat(gaps.find("sms", "SE", today))
                .as("in a gap the price before goes on")
                .contains(of("0.15"));
        assertThat(gaps.findOverlaps()).isEmpty();
        PriceTable shared = new PriceTable(List.of(
                row("sms", "SE", "2026-01-01", "2026-02-28", "0.15"), row("sms", "SE", "2026-02-28", null, "0.17")));
        assertThat(shared.findOverlaps()).hasSize(1);
        assertThat(new PriceTable(List.of(
                                row("sms", null, "2026-01-01", null, "1"), row("sms", null, "2026-01-01", null, "2")))
                        .findOverlaps())
                .hasSize(1);
    }

    private static PriceFile.Prices read(String file) {
        return PriceFile.parse(file.getBytes(StandardCharsets.UTF_8), CHANNELS);
    }

    @Test
    void aPriceListIsReadAndWrittenAsItWas() {
        String file =
                "channel,country,price,currency,from,until\nsms,DE,0.09,SEK,2026-01-01,2026-12-31\nsms,,0.1525,SEK,2026-01-01,\n";
        PriceFile.Prices prices = read(file);
        assertThat(prices.currency()).isEqualTo("SEK");
        StringBuilder again = new StringBuilder(String.join(",", PriceFile.HEADINGS)).append('\n');
        for (PriceRow r : new ArrayList<>(
                List.of(prices.table().rows().get(1), prices.table().rows().get(0))))
            again.append(String.join(",", PriceFile.write(r, prices.currency())))
                    .append('\n');
        assertThat(again.toString()).isEqualTo(file);
        assertThat(read("Channel;Price;Currency;From\nSMS;1;sek;2026-01-01\n")
                        .table()
                        .rows())
                .singleElement()
                .satisfies(r -> assertThat(r.country()).isNull());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "channel,price,currency,from|1 to 5000 rows",
                "channel,price,from~sms,1,2026-01-01|no column \"currency\"",
                "channel,price,currency,from~fax,1,SEK,2026-01-01|Line 2: the channel is one of email, sms, whatsapp",
                "channel,country,price,currency,from~sms,XX,1,SEK,2026-01-01|Line 2: a country has two letters",
                "channel,price,currency,from~sms,-1,SEK,2026-01-01|Line 2: write a price as 0.15",
                "channel,price,currency,from~sms,1.23456,SEK,2026-01-01|Line 2: write a price as 0.15",
                "channel,price,currency,from~sms,1,SEK,2026-01-01~sms,1,EUR,2027-01-01|Line 3: all prices have to be in one currency",
                "channel,price,currency,from~sms,1,SEK,1 Jan|Line 2: write a day as 2026-12-01",
                "channel,price,currency,from,until~sms,1,SEK,2026-02-01,2026-01-01|Line 2: the last day is before the first",
                "channel,price,currency,from~sms,1,SEK,2026-01-01~sms,2,SEK,2026-01-01|Two prices hold on 2026-01-01 for sms, all other countries"
            })
    void aFileWithAFaultSaysWhere(String file, String fault) {
        assertThatThrownBy(() -> read(file.replace('~', '\n')))
                .isInstanceOf(HeraldException.class)
                .hasMessageContaining(fault);
    }

    /** A message's whole life in money: nothing appears and nothing is lost, whatever it costs in the end. */
    @Test
    void theLedgerAlwaysBalances() {
        SplittableRandom random = new SplittableRandom(11);
        Map<LedgerAccount, Long> sums = new EnumMap<>(LedgerAccount.class);
        long paid = 0;
        long spent = 0;
        for (int i = 0; i < 20_000; i++) {
            List<Posting> postings = new ArrayList<>();
            long held = random.nextInt(4) * 725L;
            long cost = random.nextInt(5) * 1_500L;
            switch (random.nextInt(5)) {
                case 0 -> {
                    long amount = 1 + random.nextInt(1_000_000);
                    paid += amount;
                    postings.addAll(Posting.topUp(amount));
                }
                case 1 -> {
                    postings.addAll(Posting.hold(held));
                    postings.addAll(Posting.settle(held, cost));
                    spent += cost;
                }
                case 2 -> {
                    postings.addAll(Posting.hold(held));
                    postings.addAll(Posting.release(held));
                }
                case 3 -> {
                    postings.addAll(Posting.spend(Posting.Kind.TEST, cost));
                    spent += cost;
                }
                default -> {
                    long amount = random.nextInt(2_001) - 1_000;
                    paid += amount;
                    postings.addAll(Posting.correct(amount));
                }
            }
            for (Posting p : postings) {
                assertThat(p.amount()).isPositive();
                sums.merge(p.from(), -p.amount(), Long::sum);
                sums.merge(p.to(), p.amount(), Long::sum);
                assertThat(Posting.Kind.fromCode(p.kind().code())).isEqualTo(p.kind());
            }
            assertThat(sums.values().stream().mapToLong(Long::longValue).sum()).isZero();
        }
        assertThat(sums.get(LedgerAccount.SPENT)).isEqualTo(spent);
        assertThat(sums.get(LedgerAccount.HELD)).isZero();
        assertThat(sums.get(LedgerAccount.AVAILABLE)).isEqualTo(paid - spent);
        assertThat(sums.get(LedgerAccount.PAYMENTS)).isEqualTo(-paid);
    }

    @Test
    void aMessageByHand() {
        // Held 0.15 for one segment; it became two in Sweden at 0.17: 0.19 more is taken, 0.34 is spent.
        assertThat(Posting.settle(1_500, 3_400))
                .containsExactly(
                        new Posting(Posting.Kind.ADJUST, LedgerAccount.AVAILABLE, LedgerAccount.HELD, 1_900),
                        new Posting(Posting.Kind.CHARGE, LedgerAccount.HELD, LedgerAccount.SPENT, 3_400));
        assertThat(Posting.settle(1_500, 1_500)).hasSize(1);
        assertThat(Posting.settle(1_500, 0))
                .containsExactly(new Posting(Posting.Kind.ADJUST, LedgerAccount.HELD, LedgerAccount.AVAILABLE, 1_500));
        assertThat(Posting.settle(0, 0)).isEmpty();
        assertThatThrownBy(() -> new Posting(Posting.Kind.TOP_UP, LedgerAccount.HELD, LedgerAccount.HELD, 1))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void howLongItLastsAndWhatTheMonthCosts() {
        LocalDate today = LocalDate.parse("2026-11-24");
        // 42.00 in 14 days are 3.00 a day; 10.00 last three whole days: the 24th, 25th and 26th.
        BigDecimal perDay = CreditForecast.perDay(of("42.00"), 14);
        assertThat(perDay).isEqualByComparingTo("3.00");
        assertThat(CreditForecast.lastsUntil(of("10.00"), perDay, today)).contains(LocalDate.parse("2026-11-26"));
        assertThat(CreditForecast.lastsUntil(of("2.99"), perDay, today)).contains(LocalDate.parse("2026-11-23"));
        assertThat(CreditForecast.lastsUntil(of("-5"), perDay, today)).contains(LocalDate.parse("2026-11-23"));
        assertThat(CreditForecast.lastsUntil(of("9999"), perDay, today)).isEmpty();
        assertThat(CreditForecast.lastsUntil(of("10.00"), BigDecimal.ZERO, today))
                .isEmpty();
        // Six days are left of November after the 24th: 70.00 + 6 x 3.00.
        assertThat(CreditForecast.monthCost(of("70.00"), perDay, today)).isEqualByComparingTo("88.00");
    }
}
