package upbeat.herald.server.message;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** A customer is sent no more than so many messages on one of their days, whatever orders they are about. */
class DailyLimitSendingTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeEach
    void onlyWhatTheTestMakes() {
        if (person == null) person = app.signedIn();
        app.emptyPlan(person);
    }

    private static void limit(String most) {
        assertThat(person.call("PUT", "/ui/sending/daily-limit", "{\"most\":" + most + "}")
                        .status())
                .isEqualTo(200);
    }

    private static void create(String name, String stage, String channels, String importance, String after) {
        RunningApp.Answer made =
                person.call("POST", "/ui/plan/notices", """
                {"name":"%s","stage":"%s","after":"%s","channels":%s,"rule":"all","per":"order","ageLimit":"PT48H",
                "state":"live","importance":"%s","buttons":[],
                "audience":{"match":"all","conditions":[],"groups":[]}}""".formatted(name, stage, after, channels, importance));
        assertThat(made.status()).as(made.body()).isEqualTo(201);
        assertThat(made.json().path("notice").path("importance").asString()).isEqualTo(importance);
    }

    private static List<JsonNode> messages(String number) {
        return app.read(number).path("messages").valueStream().toList();
    }

    private static long count(String number, String status) {
        return messages(number).stream()
                .filter(m -> m.path("status").asString().equals(status))
                .count();
    }

    private static void awaitSettled(String number, int messages) {
        await().atMost(Duration.ofSeconds(30))
                .until(() -> messages(number).size() == messages
                        && messages(number).stream()
                                .noneMatch(m -> m.path("status").asString().matches("planned|waiting|sending")));
    }

    private static String order(String email) {
        return app.order("prepaid", email, null, "{\"email\":true}");
    }

    @Test
    void theSecondOfADayStaysBehindAndTheNextDayHasRoom() {
        create("First", "ordered", "[\"email\"]", "normal", "PT0S");
        limit("1");
        String number = order("limit.one@customer.example");
        awaitSettled(number, 1);
        assertThat(count(number, "accepted")).as(messages(number).toString()).isEqualTo(1);
        String second = order("limit.one@customer.example");
        awaitSettled(second, 1);
        assertThat(messages(second)).singleElement().satisfies(m -> {
            assertThat(m.path("status").asString()).isEqualTo("withheld");
            assertThat(m.path("reason").asString())
                    .isEqualTo("The customer has already been sent 1 message today; the limit is 1");
        });
        String other = order("limit.other@customer.example");
        awaitSettled(other, 1);
        assertThat(count(other, "accepted")).as("somebody else's day").isEqualTo(1);
        app.advance("PT24H");
        String tomorrow = order("limit.one@customer.example");
        awaitSettled(tomorrow, 1);
        assertThat(count(tomorrow, "accepted")).isEqualTo(1);
        limit("null");
        String free = order("limit.one@customer.example");
        awaitSettled(free, 1);
        assertThat(count(free, "accepted")).as("without a limit").isEqualTo(1);
    }

    /** They are due at the same moment, and several threads hand over: one place is taken once. */
    @Test
    void manyAtOnceTakeOnePlaceOnce() {
        limit("1");
        for (int i = 0; i < 6; i++) create("Crowd " + i, "ordered", "[\"email\",\"sms\"]", "normal", "PT0S");
        for (int i = 0; i < 3; i++) {
            String number = app.order(
                    "prepaid", "crowd" + i + "@customer.example", "+4670174061" + i, "{\"email\":true,\"sms\":true}");
            awaitSettled(number, 12);
            long said = messages(number).stream()
                    .filter(m -> m.path("status").asString().matches("accepted|delivered|read"))
                    .map(m -> m.path("notice").asString())
                    .distinct()
                    .count();
            assertThat(said).isEqualTo(1);
        }
        limit("null");
    }

    @Test
    void aPlaceIsKeptForWhatMattersMore() {
        limit("1");
        create("Small talk", "ordered", "[\"email\"]", "low", "PT0S");
        create("Important", "ordered", "[\"email\"]", "high", "PT20M");
        String number = order("matters@customer.example");
        await().atMost(Duration.ofSeconds(30)).until(() -> count(number, "withheld") == 1);
        assertThat(messages(number).stream()
                        .filter(m -> m.path("status").asString().equals("withheld"))
                        .map(m -> m.path("reason").asString()))
                .containsExactly("A more important message is due today; the limit is 1");
        app.advance("PT25M");
        awaitSettled(number, 2);
        assertThat(count(number, "accepted")).as(messages(number).toString()).isEqualTo(1);
        limit("null");
    }

    @Test
    void aLimitThatIsNoneIsRefused() {
        for (String bad : List.of("0", "-1", "51", "1000000000"))
            assertThat(person.call("PUT", "/ui/sending/daily-limit", "{\"most\":" + bad + "}")
                            .body())
                    .contains("Enter 1 to 50 messages");
        assertThat(person.call("GET", "/ui/sending", null)
                        .json()
                        .path("dailyLimit")
                        .isNull())
                .isTrue();
    }

    /** It is asked for every message that leaves, so it finds a customer's orders and their messages by an index. */
    @Test
    void aCustomersDayIsFoundByIndexes() {
        List<String> steps = app.context
                .getBean(JdbcClient.class)
                .sql("explain query plan " + CustomerDayRepository.FIND)
                .params(Map.of("order", 1, "from", 0, "to", 1))
                .query((rs, i) -> rs.getString("detail"))
                .list();
        assertThat(steps).anyMatch(s -> s.contains("order_by_email")).anyMatch(s -> s.contains("order_by_phone"));
        assertThat(steps).noneMatch(s -> s.matches("SCAN (m|o|e|message|shop_order)\\b.*"));
    }
}
