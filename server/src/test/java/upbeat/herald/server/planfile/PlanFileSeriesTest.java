package upbeat.herald.server.planfile;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import com.github.erosb.jsonsKema.JsonParser;
import com.github.erosb.jsonsKema.SchemaLoader;
import com.github.erosb.jsonsKema.Validator;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** Series, answers, senders and effects travel with the plan. */
class PlanFileSeriesTest extends OwnAppTestCase {
    @Test
    void aPlanWithASeriesComesBackWhole() {
        RunningApp.Person person = app.signedIn();
        app.emptyPlan(person);
        String asks = create(
                person,
                live(
                        "Asks",
                        "ordered",
                        "[\"email\"]",
                        "\"buttons\":[{\"id\":\"confirm\",\"label\":\"Yes\",\"tag\":\"yes\",\"refuses\":false}],"));
        String series = person.call(
                        "POST",
                        "/ui/plan/series",
                        "{\"name\":\"After yes\",\"answer\":{\"noticeId\":\"" + asks
                                + "\",\"button\":\"confirm\"},\"ends\":[\"return\"],\"endTags\":[\"angry\"]}")
                .json()
                .path("id")
                .asString();
        String step = create(
                person,
                live(
                        "Step",
                        "ordered",
                        "[\"email\"]",
                        "\"series\":\"" + series + "\",\"copies\":[\"email\"],\"addTags\":[\"told\"],"
                                + "\"sender\":{\"replyTo\":\"help@quillfeather.example\"},"));
        String file = person.call("GET", "/ui/plan/file", null).body();
        String schema = person.call("GET", "/ui/plan/file/schema", null).body();
        // By a validator that shares no code with the one that reads files in (json-sKema).
        Validator validator = Validator.forSchema(new SchemaLoader(new JsonParser(schema).parse()).load());
        assertThat(validator.validate(new JsonParser(file).parse())).isNull();

        app.emptyPlan(person);
        person.call("DELETE", "/ui/plan/series/" + series, null);
        JsonNode compared = person.call("POST", "/ui/plan/file/compare", file).json();
        assertThat(compared.path("notices").valueStream())
                .hasSize(2)
                .allMatch(n -> n.path("kind").asString().equals("added")
                        && n.path("problems").isEmpty());
        RunningApp.Answer taken = person.call(
                "POST",
                "/ui/plan/file?mark=" + compared.path("mark").asString() + "&notice=" + asks + "&notice=" + step,
                file);
        assertThat(taken.status()).as(taken.body()).isEqualTo(200);
        JsonNode again = person.call("GET", "/ui/plan/series", null).json();
        assertThat(again).hasSize(1);
        assertThat(again.get(0).path("id").asString()).isEqualTo(series);
        assertThat(again.get(0).path("series").path("endTags").toString()).isEqualTo("[\"angry\"]");
        JsonNode back = person.call("GET", "/ui/plan", null)
                .json()
                .path("notices")
                .valueStream()
                .filter(n -> n.path("id").asString().equals(step))
                .findFirst()
                .orElseThrow()
                .path("notice");
        assertThat(back.path("series").asString()).isEqualTo(series);
        assertThat(back.path("answer").path("noticeId").asString()).isEqualTo(asks);
        assertThat(back.path("copies").toString()).isEqualTo("[\"email\"]");
        assertThat(back.path("addTags").toString()).isEqualTo("[\"told\"]");
        assertThat(back.path("sender").path("replyTo").asString()).isEqualTo("help@quillfeather.example");
    }

    /** The question stays behind: what follows its answer says so, and nothing is taken. */
    @Test
    void whatFollowsAnAnswerNobodyAsksForIsNotTaken() {
        RunningApp.Person person = app.signedIn();
        app.emptyPlan(person);
        String file = """
                {"format":"upbeat-herald-plan","version":1,"language":"en","notices":[{"id":"lost","name":"Lost",
                "audience":{"conditions":[]},"stage":"ordered","answer":{"noticeId":"nobody","button":"confirm"},
                "channels":["email"]}]}""";
        JsonNode compared = person.call("POST", "/ui/plan/file/compare", file).json();
        assertThat(compared.path("notices").get(0).path("problems").toString())
                .contains("Choose an answer that one of the notices asks for");
        RunningApp.Answer taken = person.call(
                "POST", "/ui/plan/file?mark=" + compared.path("mark").asString() + "&notice=lost", file);
        assertThat(taken.status()).isEqualTo(422);
    }
}
