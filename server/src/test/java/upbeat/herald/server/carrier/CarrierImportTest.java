package upbeat.herald.server.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** A file of carriers says first what it would change, changes that and nothing else, and can be taken back. */
class CarrierImportTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeAll
    static void open() {
        person = app.signedIn();
    }

    private static JsonNode check(String file) {
        RunningApp.Answer answer =
                person.upload("/ui/carriers/import/check", "-", file.getBytes(StandardCharsets.UTF_8));
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        return answer.json();
    }

    private static RunningApp.Answer load(String file, String version) {
        return person.upload("/ui/carriers/import?version=" + version, "-", file.getBytes(StandardCharsets.UTF_8));
    }

    private static JsonNode load(String file) {
        RunningApp.Answer answer = load(file, check(file).path("version").asString());
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        return answer.json();
    }

    private static RunningApp.Answer undo(JsonNode done) {
        return person.call("POST", "/ui/carriers/import/" + done.path("id").asLong() + "/undo", "");
    }

    private static JsonNode carrier(String key) {
        return person.call("GET", "/ui/carriers", null)
                .json()
                .path("carriers")
                .valueStream()
                .map(c -> c.path("carrier"))
                .filter(c -> c.path("key").asString().equals(key))
                .findFirst()
                .orElse(null);
    }

    private static List<String> what(JsonNode check, int line) {
        return check.path("lines")
                .path(line)
                .path("what")
                .valueStream()
                .map(JsonNode::asString)
                .toList();
    }

    @Test
    void whatAFileSaysNothingAboutStaysAsItIs() {
        JsonNode before = carrier("skerry-post");
        app.parcel(app.order("prepaid", null, null, "{}"), "skerry-post", "RX300000102XS");
        String file = "key,name\nskerry-post,Skerry Mail\n";
        JsonNode check = check(file);
        assertThat(what(check, 0)).containsExactly("renamed from Skerry Post");
        assertThat(check.path("lines").path(0).path("parcels").asInt()).isPositive();
        assertThat(carrier("skerry-post")).as("a check keeps nothing").isEqualTo(before);

        JsonNode done = load(file);
        assertThat(done.path("changed").asInt()).isEqualTo(1);
        JsonNode after = carrier("skerry-post");
        assertThat(after.path("name").asString()).isEqualTo("Skerry Mail");
        assertThat(after.path("codes")).isEqualTo(before.path("codes"));
        assertThat(after.path("formats")).isEqualTo(before.path("formats"));
        assertThat(after.path("linkPattern")).isEqualTo(before.path("linkPattern"));
        assertThat(check("{\"key\":\"skerry-post\"}")
                        .path("lines")
                        .path(0)
                        .path("change")
                        .asString())
                .isEqualTo("unchanged");

        assertThat(undo(done).json().path("restored").asInt()).isEqualTo(1);
        assertThat(carrier("skerry-post")).isEqualTo(before);
        assertThat(undo(done).status()).as("twice").isEqualTo(422);
    }

    @Test
    void whatItWouldEmptyIsSaidBeforehand() {
        JsonNode before = carrier("hopgate");
        String file = "key,name,tracking link,number formats,codes\nhopgate,Hopgate,,,\n";
        JsonNode check = check(file);
        assertThat(what(check, 0))
                .contains("tracking link removed")
                .anyMatch(w -> w.matches("\\d+ number formats? removed"))
                .anyMatch(w -> w.matches("\\d+ codes removed"));
        JsonNode done = load(file);
        assertThat(carrier("hopgate").path("codes")).isEmpty();
        undo(done);
        assertThat(carrier("hopgate")).isEqualTo(before);
    }

    @Test
    void aCarrierThatChangedSinceStaysAndOneWithParcelsIsKept() {
        JsonNode done = load("key,name,time zone\nnew-one,New One,UTC\nnew-two,New Two,UTC\nnew-three,New Three,UTC\n");
        assertThat(done.path("added").asInt()).isEqualTo(3);
        person.call("PUT", "/ui/carriers/new-one", "{\"key\":\"new-one\",\"name\":\"Renamed\",\"zone\":\"UTC\"}");
        app.parcel(app.order("prepaid", null, null, "{}"), "new-two", "N2-1");
        JsonNode last = person.call("GET", "/ui/carriers/import/last", null).json();
        assertThat(last.path("done").path("id")).isEqualTo(done.path("id"));
        JsonNode undone = undo(done).json();
        assertThat(undone.path("restored").asInt()).isEqualTo(1);
        assertThat(undone.path("left").valueStream().map(JsonNode::asString))
                .containsExactly("New One was changed since", "New Two has parcels by now");
        assertThat(carrier("new-one")).isNotNull();
        assertThat(carrier("new-two")).isNotNull();
        assertThat(carrier("new-three")).isNull();
    }

    @Test
    void whatWasNotCheckedIsNotImported() {
        String file = "key,name\ngrainbarge,Grain Barge Line\n";
        String version = check(file).path("version").asString();
        assertThat(load("key,name\ngrainbarge,Something else\n", version).status())
                .as("another file")
                .isEqualTo(422);
        JsonNode now = carrier("grainbarge");
        person.call(
                "PUT",
                "/ui/carriers/grainbarge",
                now.toString().replace("\"name\":\"" + now.path("name").asString(), "\"name\":\"By somebody"));
        RunningApp.Answer late = load(file, version);
        assertThat(late.status()).as("changed in between").isEqualTo(422);
        assertThat(late.body()).contains("Choose the file again");
        assertThat(carrier("grainbarge").path("name").asString()).isEqualTo("By somebody");
    }

    @Test
    void oneThatIsWrongKeepsNoOtherOut() {
        String file = "key,name,time zone,scans\nGood-One,x,UTC,\nfine,Fine,UTC,\nfine,Twice,UTC,\nmars,Mars,Mars,\n"
                + "pigeon,Pigeon,UTC,by pigeon\n";
        JsonNode check = check(file);
        assertThat(check.path("lines").valueStream().map(l -> l.path("change").asString()))
                .containsExactly("refused", "new", "refused", "refused", "refused");
        assertThat(check.path("lines").path(2).path("reason").asString()).contains("in the file twice");
        JsonNode done = load(file);
        assertThat(done.path("added").asInt()).isEqualTo(1);
        assertThat(undo(done).json().path("restored").asInt()).isEqualTo(1);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"[1,2]", "{\"key\":", "[\"skerry-post\"]", "name\nno key\n", "", "[[{\"key\":\"skerry-post\"}]]"
            })
    void whatIsNoFileOfCarriersIsRefusedInWords(String file) {
        RunningApp.Answer answer =
                person.upload("/ui/carriers/import/check", "-", file.getBytes(StandardCharsets.UTF_8));
        assertThat(answer.status()).as(answer.body()).isEqualTo(422);
        assertThat(answer.json().path("detail").asString()).isNotBlank();
    }

    @Test
    void aValueOfTheWrongFormIsNamed() {
        JsonNode check = check("[{\"key\":\"skerry-post\",\"codes\":\"all of them\"},{\"key\":\"skerry-post\"}]");
        assertThat(check.path("lines").path(0).path("change").asString()).isEqualTo("refused");
        assertThat(check.path("lines").path(0).path("reason").asString()).doesNotContain("Exception", "jackson");
    }

    @Test
    void postalOperatorsAreThereToStartFrom() {
        JsonNode all = person.call("GET", "/ui/carriers/postal-operators", null).json();
        assertThat(all.valueStream().map(o -> o.path("country").asString())).contains("SE", "DE", "JP");
        JsonNode sweden = all.valueStream()
                .filter(o -> o.path("country").asString().equals("SE"))
                .findFirst()
                .orElseThrow()
                .path("carrier");
        RunningApp.Answer added = person.call("POST", "/ui/carriers", sweden.toString());
        assertThat(added.status()).as(added.body()).isEqualTo(201);
        assertThat(app.api("POST", "/api/v1/tracking-numbers/recognise", "{\"trackingNumber\":\"RR 473124829 SE\"}")
                        .json()
                        .path("candidates")
                        .valueStream()
                        .map(c -> c.path("carrier").asString("")))
                .contains("post-se");
        person.call("DELETE", "/ui/carriers/post-se", null);
    }
}
