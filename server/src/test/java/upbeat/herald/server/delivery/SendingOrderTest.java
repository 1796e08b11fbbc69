package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.MailServer;
import upbeat.herald.standins.Mailbox;
import upbeat.herald.standins.SimulatedWorld;

/** Who is sent what first, how fast, and over which account. */
class SendingOrderTest extends OwnAppTestCase {
    private static final String NOTICE = """
            {"name":"%s","stage":"%s","after":"%s","channels":["email"],"rule":"all","per":"order","ageLimit":"PT48H",
            "recall":"PT0S","state":"live","buttons":[],"audience":{"match":"all","conditions":[],"groups":[]}}""";

    private static RunningApp.Person person;

    @BeforeAll
    static void signIn() {
        person = app.signedIn();
    }

    @AfterEach
    void asItWas() {
        app.world.mail.replyToRecipients(address -> null);
        app.world.mail.start();
    }

    private static String status(String number, String notice) {
        return app.message(number, notice, "email").path("status").asString("none");
    }

    private static List<String> subjects(String to) {
        return app.world.mailbox.to(to).stream().map(Mailbox.Mail::subject).toList();
    }

    @Test
    void aCustomerHearsThingsInTheirOrderAlsoWhereTheFirstHasToWait() {
        String to = "patient@slow.example";
        app.world.mail.replyToRecipients(address -> address.equals(to) ? "451 4.7.1 Please try again later" : null);
        String number = app.order("prepaid", to, null, "{\"email\":true}");
        app.parcel(number, "hopgate", "HOP 0099 0001 1");
        app.scan("hopgate", "HOP 0099 0001 1", "20", app.now());
        await().untilAsserted(() -> assertThat(status(number, "on-its-way")).isEqualTo("waiting"));
        app.world.mail.replyToRecipients(address -> null);
        app.scan("hopgate", "HOP 0099 0001 1", "50", app.now());
        await().untilAsserted(() -> {
            assertThat(status(number, "delivered")).isIn("accepted", "delivered");
            assertThat(status(number, "on-its-way"))
                    .as("old news by then, so nobody waits for it")
                    .isEqualTo("withheld");
        });
        assertThat(subjects(to)).singleElement().asString().contains("delivered");
    }

    private static String notice(String name, String stage, String after) {
        RunningApp.Answer made = person.call("POST", "/ui/plan/notices", NOTICE.formatted(name, stage, after));
        assertThat(made.status()).as(made.body()).isEqualTo(201);
        return made.json().path("id").asString();
    }

    private static void delete(String... notices) {
        for (String id : notices) person.call("DELETE", "/ui/plan/notices/" + id, null);
    }

    private static void sending(String what) {
        assertThat(person.call("POST", "/ui/sending/" + what, "{\"scope\":\"all\"}")
                        .status())
                .isEqualTo(200);
    }

    @Test
    void whatACustomerHasToHearFirstGoesBeforeWhatIsMoreUrgent() {
        String to = "queue@slow.example";
        String followUp = notice("Follow-up", "ordered", "PT24H");
        String today = notice("Today", "out-for-delivery", "PT0S");
        String number = app.order("prepaid", to, null, "{\"email\":true}");
        app.parcel(number, "hopgate", "HOP 0099 0005 9");
        app.world.mail.replyToRecipients(address -> address.equals(to) ? "451 4.2.2 The mailbox is full" : null);
        app.advance("PT24H");
        await().untilAsserted(() -> assertThat(status(number, followUp)).isEqualTo("waiting"));
        app.scan("hopgate", "HOP 0099 0005 9", "40", app.now());
        await().untilAsserted(() -> assertThat(
                        app.message(number, today, "email").path("reason").asString())
                .contains("An earlier message"));
        app.world.mail.replyToRecipients(address -> null);
        app.advance("PT2M");
        app.settled(number, followUp, 1);
        app.settled(number, today, 1);
        assertThat(app.world.mailbox.to(to)).hasSize(2);
        assertThat(app.message(number, followUp, "email").path("sentAt").asString())
                .isLessThanOrEqualTo(
                        app.message(number, today, "email").path("sentAt").asString());
        assertThat(app.world.mailbox.to(to).get(1).subject())
                .as("the urgent one second")
                .containsIgnoringCase("today");
        delete(followUp, today);
    }

    /** Twenty wait and one more that is urgent; ten a second may leave. */
    @Test
    void theUrgentLeaveFirstAndNoFasterThanTheGatewayWants() {
        String news = notice("News", "ordered", "PT0S");
        String today = notice("Today", "out-for-delivery", "PT0S");
        String account = "{\"host\":\"127.0.0.1\",\"port\":" + app.world.mail.port() + ",\"user\":\"" + MailServer.USER
                + "\",\"tls\":\"none\",\"perSecond\":10}";
        assertThat(person.call(
                                "PUT",
                                "/ui/gateways/email",
                                "{\"account\":" + account + ",\"secrets\":{\"password\":\"" + MailServer.PASSWORD
                                        + "\"}}")
                        .status())
                .isEqualTo(200);
        sending("stop");
        List<String> orders = new ArrayList<>();
        for (int i = 0; i < 20; i++)
            orders.add(app.order("prepaid", "slow" + i + "@many.example", null, "{\"email\":true}"));
        String urgent = app.order("prepaid", "urgent@many.example", null, "{\"email\":true}");
        app.parcel(urgent, "hopgate", "HOP 0099 0006 6");
        app.scan("hopgate", "HOP 0099 0006 6", "40", app.now());
        await().untilAsserted(() -> assertThat(status(urgent, today)).isEqualTo("planned"));
        int before = app.world.mailbox.all().size();
        long start = System.nanoTime();
        sending("resume");
        orders.forEach(number -> app.settled(number, news, 1));
        long millis = Duration.ofNanos(System.nanoTime() - start).toMillis();
        assertThat(app.world.mailbox.all().get(before).to()).isEqualTo("urgent@many.example");
        assertThat(millis).as("at most ten a second, and two at once").isGreaterThan(1_700);
        person.call("DELETE", "/ui/gateways/email", null);
        delete(news, today);
    }

    @Test
    void aSecondAccountTakesOverAndTheTeamIsToldOnce() {
        person.call("PUT", "/ui/team-addresses", "{\"addresses\":{\"email\":\"team@herald.example\"}}");
        try (SimulatedWorld spare = new SimulatedWorld()) {
            spare.start();
            RunningApp.Answer added = person.call("POST", "/ui/gateways/email/others", """
                    {"account":{"host":"127.0.0.1","port":%d,"user":"%s","tls":"none","name":"Spare","share":0,"position":1},
                    "secrets":{"password":"%s"}}""".formatted(
                            spare.mail.port(), MailServer.USER, MailServer.PASSWORD));
            assertThat(added.status()).as(added.body()).isEqualTo(200);
            String id = added.json().path("id").asString();
            String before = app.order("prepaid", "one@customer.example", null, "{\"email\":true}");
            app.parcel(before, "hopgate", "HOP 0099 0002 8");
            app.scan("hopgate", "HOP 0099 0002 8", "20", app.now());
            app.settled(before, "on-its-way", 1);
            assertThat(app.world.mailbox.to("one@customer.example"))
                    .as("the first account")
                    .hasSize(1);

            app.world.mail.stop();
            String after = app.order("prepaid", "two@customer.example", null, "{\"email\":true}");
            app.parcel(after, "hopgate", "HOP 0099 0003 5");
            app.scan("hopgate", "HOP 0099 0003 5", "20", app.now());
            app.settled(after, "on-its-way", 1);
            assertThat(spare.mailbox.to("two@customer.example"))
                    .as("the spare one")
                    .hasSize(1);

            app.advance("PT6M");
            await().atMost(Duration.ofSeconds(20))
                    .untilAsserted(() -> assertThat(spare.mailbox.to("team@herald.example"))
                            .extracting(Mailbox.Mail::subject)
                            .containsExactly("Messages by e-mail aren’t going out"));
            app.advance("PT30M");
            app.world.mail.start();
            person.call("POST", "/ui/gateways/email/retry", null);
            String back = app.order("prepaid", "three@customer.example", null, "{\"email\":true}");
            app.parcel(back, "hopgate", "HOP 0099 0004 2");
            app.scan("hopgate", "HOP 0099 0004 2", "20", app.now());
            app.settled(back, "on-its-way", 1);
            assertThat(app.world.mailbox.to("three@customer.example")).hasSize(1);
            await().atMost(Duration.ofSeconds(20))
                    .untilAsserted(() -> assertThat(app.world.mailbox.to("team@herald.example"))
                            .extracting(Mailbox.Mail::subject)
                            .contains("Messages by e-mail are going out again"));
            assertThat(spare.mailbox.to("team@herald.example")).as("told once").hasSize(1);

            assertThat(person.call("DELETE", "/ui/gateways/email", null)
                            .json()
                            .path("detail")
                            .asString())
                    .contains("Delete the other accounts");
            assertThat(person.call("DELETE", "/ui/gateways/" + id, null).status())
                    .isEqualTo(200);
        }
    }

    /** The account for all others is down: its messages wait, and keep nobody waiting whose own account works. */
    @Test
    void anAccountOfACountryGoesOnWhileTheOthersAreDown() {
        try (SimulatedWorld german = new SimulatedWorld()) {
            german.start();
            RunningApp.Answer added = person.call("POST", "/ui/gateways/email/others", """
                    {"account":{"host":"127.0.0.1","port":%d,"user":"%s","tls":"none","name":"For Germany",
                    "countries":["DE"],"position":1},"secrets":{"password":"%s"}}""".formatted(
                            german.mail.port(), MailServer.USER, MailServer.PASSWORD));
            assertThat(added.status()).as(added.body()).isEqualTo(200);
            app.world.mail.stop();
            String swedish = app.order("prepaid", "sweden@customer.example", null, "{\"email\":true}");
            app.parcel(swedish, "hopgate", "HOP 0099 0007 3");
            app.scan("hopgate", "HOP 0099 0007 3", "20", app.now());
            await().untilAsserted(
                            () -> assertThat(status(swedish, "on-its-way")).isEqualTo("waiting"));
            app.api("PUT", "/api/v1/orders/kites/DE-1", """
                    {"placedAt":"%s","customer":{"name":"Ann","email":"germany@customer.example"},
                    "shipTo":{"name":"Ann","city":"Celle","country":"DE"},"payment":"prepaid","currency":"EUR",
                    "total":"1.00","items":[],"consent":{"email":true},"tags":[]}""".formatted(app.now()));
            app.parcel("DE-1", "hopgate", "HOP 0099 0008 0");
            app.scan("hopgate", "HOP 0099 0008 0", "20", app.now());
            app.settled("DE-1", "on-its-way", 1);
            assertThat(german.mailbox.to("germany@customer.example")).hasSize(1);
            assertThat(german.mailbox.to("sweden@customer.example"))
                    .as("not its country")
                    .isEmpty();
            assertThat(status(swedish, "on-its-way")).isEqualTo("waiting");
            app.world.mail.start();
            person.call("POST", "/ui/gateways/email/retry", null);
            app.settled(swedish, "on-its-way", 1);
            assertThat(app.world.mailbox.to("sweden@customer.example")).hasSize(1);
            person.call("DELETE", "/ui/gateways/" + added.json().path("id").asString(), null);
        }
    }

    @Test
    void countriesAndRatesAreCheckedAndMustReachAll() {
        String place = "\"host\":\"127.0.0.1\",\"port\":" + app.world.mail.port() + ",\"user\":\"" + MailServer.USER
                + "\",\"tls\":\"none\"";
        Map.of(
                        "\"countries\":[\"SE\"]", "have no account",
                        "\"perSecond\":0", "messages a second",
                        "\"share\":101", "from 0 to 100",
                        "\"countries\":[\"XX\"]", "from the list")
                .forEach((more, said) -> {
                    RunningApp.Answer answer = person.call(
                            "PUT",
                            "/ui/gateways/email",
                            "{\"account\":{" + place + "," + more + "},\"secrets\":{\"password\":\""
                                    + MailServer.PASSWORD + "\"}}");
                    assertThat(answer.status()).as(more).isBetween(400, 422);
                    assertThat(answer.body()).contains(said);
                });
        assertThat(person.call("POST", "/ui/gateways/whatsapp/others", "{\"account\":{}}")
                        .json()
                        .path("detail")
                        .asString())
                .contains("first account");
    }
}
