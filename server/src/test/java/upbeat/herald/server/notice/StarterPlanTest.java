package upbeat.herald.server.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

/** A new installation begins with an empty plan, and fills it from a starter in one step. */
class StarterPlanTest {
    @Test
    void anEmptyPlanIsFilledWithDraftsOnce() {
        try (RunningApp app = RunningApp.startWith(Map.of("herald.demo", "false"))) {
            RunningApp.Person person = app.firstPerson();
            assertThat(person.call("GET", "/ui/plan", null).json().path("notices"))
                    .isEmpty();
            JsonNode starters = person.call("GET", "/ui/plan/starters", null).json();
            assertThat(starters.valueStream().map(s -> s.path("code").asString()))
                    .containsExactly("quiet", "usual", "talkative", "cash-on-delivery");
            assertThat(person.call("POST", "/ui/plan/starters/loud", null).status())
                    .isEqualTo(404);
            RunningApp.Answer made = person.call("POST", "/ui/plan/starters/talkative", null);
            assertThat(made.status()).as(made.body()).isEqualTo(201);
            JsonNode notices = person.call("GET", "/ui/plan", null).json().path("notices");
            assertThat(notices.size()).isEqualTo(made.json().size()).isEqualTo(12);
            assertThat(notices.valueStream())
                    .allMatch(n -> n.path("notice").path("state").asString().equals("draft"));
            assertThat(person.call("GET", "/ui/plan/notices/delayed/versions", null)
                            .json()
                            .size())
                    .isEqualTo(1);
            RunningApp.Answer again = person.call("POST", "/ui/plan/starters/quiet", null);
            assertThat(again.status()).isEqualTo(422);
            assertThat(again.body()).contains("has notices already");
        }
    }
}
