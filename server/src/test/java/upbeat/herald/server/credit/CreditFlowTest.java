package upbeat.herald.server.credit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.math.BigDecimal;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.credit.PriceFile;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.channel.Prices;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/**
 * Messages by SMS as they are paid for: held, charged, given back, and what happens when nothing is left. After each
 * test the ledger is added up anew.
 */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class CreditFlowTest extends OwnAppTestCase {
    private static final String PHONE = "+46701740605"; // of the Swedish range kept for fiction
    private static RunningApp.Person person;

    @BeforeAll
    static void openPlan() {
        person = app.signedIn();
        app.emptyPlan(person);
        notice("Later", "[\"sms\"]", "all", "PT3H");
    }

    @AfterEach
    void theLedgerBalances() {
        assertThat(app.context.getBean(CreditCheck.class).findFaults()).isEmpty();
    }

    private static void notice(String name, String channels, String rule, String after) {
        RunningApp.Answer made = person.call("POST", "/ui/plan/notices", """
                {"name":"%s","stage":"ordered","after":"%s","channels":%s,"rule":"%s","per":"order","ageLimit":"PT48H",
                "state":"live","buttons":[],"audience":{"match":"all","conditions":[],"groups":[]}}""".formatted(name, after, channels, rule));
        assertThat(made.status()).as(made.body()).isEqualTo(201);
    }

    private static JsonNode credit() {
        return person.call("GET", "/ui/credit", null).json();
    }

    private static BigDecimal amount(String name) {
        return new BigDecimal(credit().path(name).asString());
    }

    private static RunningApp.Answer topUp(String id, String amount) {
        return person.call(
                "POST",
                "/ui/credit/top-ups",
                "{\"id\":\"" + id + "\",\"amount\":\"" + amount + "\",\"note\":\"by card\"}");
    }

    private static RunningApp.Answer prices(String rows) {
        return person.upload(
                "/ui/credit/prices",
                "none",
                ("channel,country,price,currency,from,until\n" + rows)
                        .getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }

    private static String order(String phone) {
        return app.order("prepaid", "money@customer.example", phone, "{\"sms\":true,\"email\":true}");
    }

    private static String status(String number) {
        JsonNode messages = app.read(number).path("messages");
        return messages.isEmpty() ? "none" : messages.get(0).path("status").asString();
    }

    private static void settings(String atZero, String limits) {
        RunningApp.Answer saved = person.call(
                "PUT",
                "/ui/credit/settings",
                "{\"low\":\"1.00\",\"atZero\":\"" + atZero + "\",\"limits\":" + limits + "}");
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
    }

    @Test
    @Order(1)
    void paymentsAreTakenOnceAndOnlyWhereTheyAreSound() {
        assertThat(topUp("payment-one", "1.00").body()).contains("Import a price list first");
        assertThat(prices("fax,,1,EUR,2026-01-01,").body()).contains("Line 2: the channel is one of");
        RunningApp.Answer listed = prices("sms,,0.15,EUR,2026-01-01,2026-06-30\nsms,,0.15,EUR,2026-09-01,2027-01-31\n");
        assertThat(listed.json().path("gaps").valueStream().toList())
                .as("the summer is over")
                .hasSize(1);
        assertThat(listed.json().path("on").asBoolean()).isFalse();

        assertThat(topUp("payment-two", "9000").body()).contains("declined: above the card's limit");
        app.world.payments.stop();
        assertThat(topUp("payment-three", "0.45").body())
                .containsAnyOf("can't be reached. Nothing was paid", "It's asked again by itself");
        app.world.payments.start();
        assertThat(topUp("payment-three", "0.45").status()).isEqualTo(200);
        assertThat(topUp("payment-three", "0.45").status()).isEqualTo(200);
        assertThat(app.world.payments.payments()).hasSize(1);
        assertThat(amount("available")).isEqualByComparingTo("0.45");
        assertThat(prices("sms,,0.15,SEK,2026-01-01,").body()).contains("Your credit is in EUR");
        for (String wrong : List.of("0", "-1", "1.234", "1e9", "x", "12345678901"))
            assertThat(topUp("payment-wrong", wrong).status()).as(wrong).isEqualTo(422);
    }

    /** The process ended after it was paid and before it was booked: it is asked for again, and paid once. */
    @Test
    @Order(2)
    void aPaymentThatWasntBookedIsBookedLater() {
        app.context.getBean(DatabaseWriter.class).write(db -> db.sql(
                        "insert into payment_pending values ('payment-lost', 12300, 'half way', 'coordinator', 1)")
                .update());
        CreditPayments payments = app.context.getBean(CreditPayments.class);
        app.world.payments.breakNext();
        payments.sweep();
        assertThat(amount("available")).as("nobody knows yet").isEqualByComparingTo("0.45");
        payments.sweep();
        payments.sweep();
        assertThat(amount("available")).isEqualByComparingTo("1.68");
        assertThat(app.world.payments.payments()).hasSize(2);
        person.call("POST", "/ui/credit/corrections", "{\"amount\":\"-1.23\",\"note\":\"given back\"}");
        app.world.payments.breakNext();
        assertThat(topUp("payment-open", "1.00").body()).contains("It's asked again by itself");
        payments.sweep();
        assertThat(amount("available")).isEqualByComparingTo("1.45");
        person.call("POST", "/ui/credit/corrections", "{\"amount\":\"-1.00\",\"note\":\"given back\"}");
    }

    @Test
    @Order(3)
    void aMessageIsHeldForWhenPlannedAndChargedWhenTaken() {
        String number = order(PHONE);
        assertThat(status(number)).isEqualTo("planned");
        assertThat(amount("held")).isEqualByComparingTo("0.15");
        assertThat(amount("available")).isEqualByComparingTo("0.30");
        app.advance("PT3H");
        await().until(() -> status(number).matches("accepted|delivered"));
        assertThat(amount("held")).isEqualByComparingTo("0");
        BigDecimal cost = new BigDecimal(app.read(number)
                .path("messages")
                .get(0)
                .path("cost")
                .path("amount")
                .asString());
        assertThat(amount("thisMonth")).isEqualByComparingTo(cost);
        assertThat(amount("available")).isEqualByComparingTo(new BigDecimal("0.45").subtract(cost));
        List<String> kinds = person.call("GET", "/ui/credit/entries", null)
                .json()
                .path("entries")
                .valueStream()
                .map(e -> e.path("kind").asString())
                .toList();
        assertThat(kinds).startsWith("charge").endsWith("top-up").contains("hold");
    }

    @Test
    @Order(4)
    void whatIsTakenBackIsGivenBack() {
        BigDecimal before = amount("available");
        app.context.getBean(DatabaseWriter.class).write(db -> db.sql(
                        "update notice_sent set segments = 3 where channel = 'sms'")
                .update());
        String number = order(PHONE);
        assertThat(amount("held"))
                .as("as much as the longest of the notice's messages lately")
                .isEqualByComparingTo("0.45");
        String id = app.read(number).path("messages").get(0).path("id").asString();
        assertThat(person.call("POST", "/ui/messages/" + id + "/recall", null).status())
                .isEqualTo(200);
        assertThat(amount("held")).isEqualByComparingTo("0");
        assertThat(amount("available")).isEqualByComparingTo(before);
    }

    @Test
    @Order(5)
    void withNothingLeftMessagesWaitAndGoOnceThereIsMore() {
        person.call(
                "POST",
                "/ui/credit/corrections",
                "{\"amount\":\"-%s\",\"note\":\"Booked twice\"}"
                        .formatted(amount("available")
                                .setScale(2, java.math.RoundingMode.DOWN)
                                .toPlainString()));
        String number = order(PHONE);
        app.advance("PT3H");
        await().until(() -> status(number).equals("waiting"));
        JsonNode message = app.read(number).path("messages").get(0);
        assertThat(message.path("reason").asString()).startsWith("Not enough credit: it costs 0.");
        assertThat(credit().path("waiting").asInt()).isEqualTo(1);
        assertThat(credit().path("low").asBoolean()).isFalse();
        settings("wait", "{}");
        assertThat(credit().path("low").asBoolean()).isTrue();
        assertThat(topUp("payment-four", "10.00").status()).isEqualTo(200);
        await().until(() -> status(number).matches("accepted|delivered"));
        assertThat(credit().path("waiting").asInt()).isZero();
        assertThat(person.call("POST", "/ui/credit/corrections", "{\"amount\":\"-1\",\"note\":\"\"}")
                        .body())
                .contains("Say why");
    }

    @Test
    @Order(6)
    void withNothingLeftAnotherChannelIsAskedWhereTheTeamWantsThat() {
        app.emptyPlan(person);
        notice("Either", "[\"sms\",\"email\"]", "first-that-works", "PT0S");
        settings("other", "{}");
        person.call(
                "POST",
                "/ui/credit/corrections",
                "{\"amount\":\"-%s\",\"note\":\"Emptied\"}"
                        .formatted(amount("available")
                                .setScale(2, java.math.RoundingMode.DOWN)
                                .toPlainString()));
        String number = order(PHONE);
        await().until(() -> app.read(number)
                .path("messages")
                .valueStream()
                .anyMatch(m -> m.path("channel").asString().equals("email")
                        && m.path("status").asString().equals("accepted")));
        JsonNode sms = app.read(number).path("messages").get(0);
        assertThat(sms.path("channel").asString()).isEqualTo("sms");
        assertThat(sms.path("status").asString()).isEqualTo("withheld");
        assertThat(sms.path("reason").asString()).startsWith("Not enough credit");
        assertThat(amount("held")).isEqualByComparingTo("0");
    }

    @Test
    @Order(7)
    void aMonthsLimitHoldsUntilTheNextMonth() {
        app.emptyPlan(person);
        notice("Mail", "[\"email\"]", "all", "PT0S");
        int used = credit().path("limits")
                .valueStream()
                .filter(l -> l.path("channel").asString().equals("email"))
                .findFirst()
                .orElseThrow()
                .path("used")
                .asInt();
        settings("wait", "{\"email\":" + (used + 1) + "}");
        String first = order(null);
        await().until(() -> status(first).equals("accepted"));
        String second = order(null);
        await().until(() -> status(second).equals("waiting"));
        assertThat(app.read(second).path("messages").get(0).path("reason").asString())
                .isEqualTo("This month's limit of " + (used + 1) + " messages by e-mail is reached");
        settings("wait", "{}");
        await().until(() -> status(second).equals("accepted"));
        for (String wrong : List.of("{\"email\":0}", "{\"fax\":1}", "{\"email\":2000000000}"))
            assertThat(person.call(
                                    "PUT",
                                    "/ui/credit/settings",
                                    "{\"low\":\"x\",\"atZero\":\"wait\",\"limits\":" + wrong + "}")
                            .status())
                    .isEqualTo(422);
    }

    @Test
    @Order(8)
    void theLedgerIsSavedForTheBooksAndSumsToWhatIsLeft() {
        assertThat(prices("sms,SE,0.0725,EUR,2026-01-01,\nsms,,0.15,EUR,2026-01-01,")
                        .json()
                        .path("prices")
                        .size())
                .isEqualTo(2);
        assertThat(person.call("GET", "/ui/credit/prices.csv", null).body()).contains("sms,SE,0.0725,EUR,2026-01-01,");
        String file = person.call("GET", "/ui/credit/entries/export.csv", null).body();
        BigDecimal available = BigDecimal.ZERO;
        BigDecimal all = BigDecimal.ZERO;
        for (String line : file.lines().skip(1).toList()) {
            String[] cells = line.split(",", -1);
            BigDecimal amount = new BigDecimal(cells[5]);
            if (cells[3].equals("available")) available = available.subtract(amount);
            if (cells[4].equals("available")) available = available.add(amount);
            if (cells[3].equals("payments")) all = all.add(amount);
            if (cells[4].equals("payments")) all = all.subtract(amount);
        }
        assertThat(available).isEqualByComparingTo(amount("available"));
        assertThat(all)
                .as("paid in")
                .isEqualByComparingTo(amount("available").add(amount("held")).add(amount("thisMonth")));
        assertThat(person.call("GET", "/ui/credit/entries?month=2026-13", null).status())
                .isEqualTo(422);
        assertThat(person.call("GET", "/ui/changes-log?area=credit", null).body())
                .contains("Booked twice", "Price of sms");
    }

    /** An account's price in another currency isn't the ledger's to pay. */
    @Test
    @Order(8)
    void whatCostsInAnotherCurrencyIsNotCharged() {
        app.emptyPlan(person);
        notice("By account", "[\"sms\"]", "all", "PT0S");
        assertThat(prices("whatsapp,,0.06,EUR,2026-01-01,").status()).isEqualTo(200);
        BigDecimal before = amount("available");
        app.context.getBean(DatabaseWriter.class).write(db -> {
            db.sql("update setting set value = 'SEK' where name = 'credit.currency'")
                    .update();
            return null;
        });
        Prices prices = app.context.getBean(Prices.class);
        prices.use(new PriceFile.Prices("SEK", prices.get().table()));
        String number = order(PHONE);
        await().until(() -> status(number).matches("accepted|delivered"));
        assertThat(app.read(number)
                        .path("messages")
                        .get(0)
                        .path("cost")
                        .path("currency")
                        .asString())
                .isEqualTo("EUR");
        assertThat(amount("available")).isEqualByComparingTo(before);
        prices.use(new PriceFile.Prices("EUR", prices.get().table()));
    }

    @Test
    @Order(9)
    void theTeamIsToldOnceThatCreditIsLow() {
        person.call("PUT", "/ui/team-addresses", "{\"addresses\":{\"email\":\"team@quillfeather.example\"}}");
        settings("wait", "{}");
        app.advance("PT2M");
        await().until(() -> app.world.mailbox.to("team@quillfeather.example").stream()
                .anyMatch(m -> m.subject().equals("Your message credit is low")));
        app.advance("PT2M");
        app.advance("PT2M");
        assertThat(app.world.mailbox.to("team@quillfeather.example").stream()
                        .filter(m -> m.subject().contains("credit is low")))
                .hasSize(1);
    }
}
