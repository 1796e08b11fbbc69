package upbeat.herald.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

/** The first steps are ticked by what is really there, and going live asks about what is missing. */
class FirstStepsTest {
    private static List<String> open(RunningApp.Person person) {
        return person.call("GET", "/ui/first-steps", null)
                .json()
                .path("steps")
                .valueStream()
                .filter(s -> !s.path("done").asBoolean())
                .map(s -> s.path("step").asString())
                .toList();
    }

    @Test
    void eachStepIsTickedWhenItIsDone() {
        try (RunningApp app = RunningApp.start()) {
            RunningApp.Person person = app.signedIn();
            List<String> before = open(person);
            assertThat(before)
                    .as("no order, no trial yet")
                    .contains("ORDERS", "TRIAL")
                    .doesNotContain("GATEWAYS");

            app.order("prepaid", "first@customer.example", null, "{}");
            assertThat(open(person)).doesNotContain("ORDERS");

            assertThat(warnings(person)).anyMatch(w -> w.startsWith("It was never tried by"));
            String trial = "{\"message\":{\"notice\":\"on-its-way\",\"channel\":\"%s\",\"language\":\"en\","
                    + "\"pick\":\"sample-one-item\"},\"to\":\"%s\"}";
            for (String[] to : new String[][] {{"email", "me@team.example"}, {"sms", "+46 70 174 06 77"}})
                assertThat(person.call("POST", "/ui/wording/trial", trial.formatted(to[0], to[1]))
                                .status())
                        .isEqualTo(200);
            assertThat(open(person)).doesNotContain("TRIAL");
            assertThat(warnings(person)).noneMatch(w -> w.startsWith("It was never tried by"));
            assertThat(app.world.mailbox.to("me@team.example"))
                    .singleElement()
                    .satisfies(mail -> assertThat(mail.toString()).contains("Ann"));
        }
    }

    private static List<String> warnings(RunningApp.Person person) {
        JsonNode check =
                person.call("GET", "/ui/plan/notices/on-its-way/go-live", null).json();
        return check.path("warnings").valueStream().map(JsonNode::asString).toList();
    }

    @Test
    void aNoticeThatIsGoneIsNotFound() {
        assertThat(RunningApp.shared()
                        .signedIn()
                        .call("GET", "/ui/plan/notices/no-such/go-live", null)
                        .status())
                .isEqualTo(404);
    }
}
