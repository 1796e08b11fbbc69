package upbeat.herald.core.audience;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;

class AudienceTest {
    private static final Condition GERMANY = Condition.of("country", "DE");
    private static final Condition AUSTRIA = Condition.of("country", "AT");
    private static final Condition ON_DELIVERY = Condition.of("payment", "cash-on-delivery");
    private static final Condition KITE = Condition.of("item", "kite");
    private static final Condition BIG = Condition.between("total", "100", null, "EUR");

    private static OrderFacts order(String country, Payment payment, String total, String item) {
        return OrderFacts.of(new Order(
                "kites",
                "1",
                Instant.parse("2026-11-24T10:00:00Z"),
                null,
                new Order.ShipTo(null, null, null, null, null, country),
                new Order.Purchase(
                        payment, "EUR", new BigDecimal(total), List.of(new Order.Item("S", item, 1, null, null))),
                Order.Consent.UNKNOWN,
                List.of()));
    }

    /** "Cash on delivery over 100 EUR to Austria and Germany with a kite in it", worked out by hand. */
    @ParameterizedTest
    @CsvSource({
        "DE, CASH_ON_DELIVERY, 100.00, Red kite,   true",
        "AT, CASH_ON_DELIVERY, 250.00, Kite,       true",
        "CH, CASH_ON_DELIVERY, 250.00, Kite,       false",
        "DE, PREPAID,          250.00, Kite,       false",
        "DE, CASH_ON_DELIVERY, 99.99,  Kite,       false",
        "DE, CASH_ON_DELIVERY, 250.00, Wind vane,  false"
    })
    void theExampleOfACoordinator(String country, Payment payment, String total, String item, boolean fits) {
        Audience audience = Audience.all(ON_DELIVERY, BIG, Condition.of("country", "AT", "DE"), KITE);
        OrderFacts facts = order(country, payment, total, item);
        assertThat(audience.fits(facts)).isEqualTo(fits);
        assertThat(audience.whyNot(facts).isEmpty()).isEqualTo(fits);
        assertThat(audience.describe(ConditionNames.KEYS))
                .isEqualTo("cash-on-delivery orders of 100.00 EUR or more, to Austria and Germany,"
                        + " with \"kite\" among the items");
    }

    @Test
    void groupsAreJoinedInTheirOwnWay() {
        Group kiteOrBig = new Group(Match.ANY, List.of(KITE, BIG));
        Group notGermany = new Group(Match.NONE, List.of(GERMANY));
        Audience audience = new Audience(Match.ALL, List.of(ON_DELIVERY), List.of(kiteOrBig, notGermany));
        assertThat(audience.fits(order("AT", Payment.CASH_ON_DELIVERY, "10", "Kite")))
                .isTrue();
        assertThat(audience.fits(order("AT", Payment.CASH_ON_DELIVERY, "110", "Reel")))
                .isTrue();
        assertThat(audience.whyNot(order("AT", Payment.CASH_ON_DELIVERY, "10", "Reel")))
                .contains("The notice is only for orders with \"kite\" among the items or orders of 100.00 EUR or"
                        + " more; this order isn't one of them");
        assertThat(audience.whyNot(order("DE", Payment.CASH_ON_DELIVERY, "10", "Kite")))
                .contains("This order goes to Germany. The notice isn't for orders to Germany");
        assertThat(audience.whyNot(order("AT", Payment.PREPAID, "10", "Kite")))
                .contains("This order is prepaid. The notice is only for cash-on-delivery orders");
        assertThat(audience.describe(ConditionNames.KEYS))
                .isEqualTo("cash-on-delivery orders (only orders with \"kite\" among the items or orders of"
                        + " 100.00 EUR or more), except orders to Germany");
        assertThat(new Audience(Match.NONE, List.of(KITE), List.of(new Group(Match.ALL, List.of(GERMANY, ON_DELIVERY))))
                        .describe(ConditionNames.KEYS))
                .isEqualTo("orders except orders with \"kite\" among the items, or cash-on-delivery orders to Germany");
        assertThat(new Audience(Match.ALL, List.of(), List.of(kiteOrBig)).describe(ConditionNames.KEYS))
                .isEqualTo("orders with \"kite\" among the items or orders of 100.00 EUR or more");
    }

    @ParameterizedTest
    @ValueSource(strings = {"ALL", "ANY", "NONE"})
    void withoutConditionsItIsForEveryone(Match match) {
        OrderFacts anyone = order("SE", Payment.PREPAID, "1", "Reel");
        assertThat(new Audience(match, List.of(), List.of()).fits(anyone)).isTrue();
        assertThat(new Audience(match, List.of(), List.of(new Group(Match.ANY, List.of()))).fits(anyone))
                .isTrue();
        assertThat(new Audience(match, List.of(), List.of(new Group(Match.NONE, List.of())))
                        .describe(ConditionNames.KEYS))
                .isEqualTo("everyone");
    }

    @Test
    void whatNoOrderCanMeetIsFound() {
        assertThat(Audience.all(GERMANY, ON_DELIVERY, AUSTRIA).findContradiction())
                .containsExactly(GERMANY, AUSTRIA);
        assertThat(Audience.all(GERMANY, Condition.of("country", "DE", "AT")).findContradiction())
                .isEmpty();
        assertThat(new Audience(Match.ANY, List.of(GERMANY, AUSTRIA), List.of()).findContradiction())
                .isEmpty();
        assertThat(new Audience(Match.ALL, List.of(GERMANY), List.of(new Group(Match.ALL, List.of(AUSTRIA))))
                        .findContradiction())
                .hasSize(2);
        assertThat(new Audience(Match.ANY, List.of(), List.of(new Group(Match.ALL, List.of(GERMANY, AUSTRIA))))
                        .findContradiction())
                .hasSize(2);
        assertThat(Audience.all(BIG, Condition.between("total", null, "99.99", "EUR"))
                        .findContradiction())
                .hasSize(2);
        assertThat(Audience.all(BIG, Condition.between("total", null, "100", "EUR"))
                        .findContradiction())
                .isEmpty();
        assertThat(Audience.all(BIG, Condition.between("total", null, "999", "SEK"))
                        .findContradiction())
                .hasSize(2);
        // One order may have both items.
        assertThat(Audience.all(KITE, Condition.of("item", "reel")).findContradiction())
                .isEmpty();
    }

    @Test
    void whatIsLimitedToShopsSaysSo() {
        assertThat(Audience.all(Condition.of("shop", "a", "b")).valuesRequired("shop"))
                .containsExactlyInAnyOrder("a", "b");
        assertThat(new Audience(Match.NONE, List.of(Condition.of("shop", "a")), List.of()).valuesRequired("shop"))
                .isEmpty();
    }

    /** Under "all", a further condition never lets more orders in; under "any", never fewer but from none at all. */
    @Test
    void moreConditionsNeverReachMoreOrders() {
        List<Condition> pool = List.of(
                GERMANY,
                AUSTRIA,
                ON_DELIVERY,
                KITE,
                BIG,
                Condition.of("payment", "prepaid"),
                Condition.of("country", "AT", "DE", "SE"),
                Condition.between("quantity", "1", "1"));
        Random random = new Random(20261124);
        for (int run = 0; run < 2_000; run++) {
            List<Condition> some = new ArrayList<>();
            for (int i = 0; i <= random.nextInt(4); i++) some.add(pool.get(random.nextInt(pool.size())));
            List<Condition> more = new ArrayList<>(some);
            more.add(pool.get(random.nextInt(pool.size())));
            OrderFacts facts = order(
                    List.of("DE", "AT", "SE").get(random.nextInt(3)),
                    Payment.values()[random.nextInt(2)],
                    List.of("50", "150").get(random.nextInt(2)),
                    List.of("Kite", "Reel").get(random.nextInt(2)));
            boolean all = new Audience(Match.ALL, some, List.of()).fits(facts);
            boolean any = new Audience(Match.ANY, some, List.of()).fits(facts);
            boolean none = new Audience(Match.NONE, some, List.of()).fits(facts);
            assertThat(all || !new Audience(Match.ALL, more, List.of()).fits(facts))
                    .isTrue();
            assertThat(none || !new Audience(Match.NONE, more, List.of()).fits(facts))
                    .isTrue();
            assertThat(!any || new Audience(Match.ANY, more, List.of()).fits(facts))
                    .isTrue();
            assertThat(none).isNotEqualTo(any);
            // One group of everything says what its conditions said.
            assertThat(new Audience(Match.ALL, List.of(), List.of(new Group(Match.ANY, some))).fits(facts))
                    .isEqualTo(any);
            assertThat(new Audience(Match.NONE, List.of(), List.of(new Group(Match.ALL, some))).fits(facts))
                    .isEqualTo(!all);
            assertThat(new Audience(Match.NONE, some, List.of()).whyNot(facts).isEmpty())
                    .isEqualTo(none);
        }
    }

    @Test
    void aShopIsLeftOutOnlyWhereAConditionSaysSo() {
        Condition kites = Condition.of("shop", "kites");
        Condition sweden = Condition.of("country", "SE");
        assertThat(Audience.EVERYONE.canBeFromShop("reels")).isTrue();
        assertThat(Audience.all(sweden).canBeFromShop("reels")).isTrue();
        assertThat(Audience.all(kites, sweden).canBeFromShop("kites")).isTrue();
        assertThat(Audience.all(kites, sweden).canBeFromShop("reels")).isFalse();
        assertThat(new Audience(Match.NONE, List.of(kites), List.of()).canBeFromShop("kites"))
                .isFalse();
        assertThat(new Audience(Match.NONE, List.of(kites), List.of()).canBeFromShop("reels"))
                .isTrue();
        Audience toSwedenButNotFromKites =
                new Audience(Match.ALL, List.of(sweden), List.of(new Group(Match.NONE, List.of(kites))));
        assertThat(toSwedenButNotFromKites.canBeFromShop("kites")).isFalse();
        assertThat(toSwedenButNotFromKites.canBeFromShop("reels")).isTrue();
        // From kites or to Sweden: an order from another shop may fit too.
        assertThat(new Audience(Match.ANY, List.of(kites, sweden), List.of()).canBeFromShop("reels"))
                .isTrue();
    }
}
