package upbeat.herald.server.planfile;

import static org.assertj.core.api.Assertions.assertThat;

import com.github.erosb.jsonsKema.JsonParser;
import com.github.erosb.jsonsKema.SchemaLoader;
import com.github.erosb.jsonsKema.ValidationFailure;
import com.github.erosb.jsonsKema.Validator;
import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaLocation;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** The plan goes out as one file and comes in again, after it was seen what that changes. */
class PlanFileTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeEach
    void signIn() {
        if (person == null) person = app.signedIn();
    }

    private static String export() {
        RunningApp.Answer file = person.call("GET", "/ui/plan/file", null);
        assertThat(file.status()).isEqualTo(200);
        assertThat(file.response().headers().firstValue("Content-Disposition"))
                .hasValue("attachment; filename=\"plan.json\"");
        return file.body();
    }

    private static String edited(UnaryOperator<ObjectNode> change) {
        return change.apply((ObjectNode) JsonMapper.shared().readTree(export())).toString();
    }

    private static ObjectNode notice(JsonNode file, String id) {
        return (ObjectNode) file.path("notices")
                .valueStream()
                .filter(n -> n.path("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private static JsonNode compare(String file) {
        RunningApp.Answer compared = person.call("POST", "/ui/plan/file/compare", file);
        assertThat(compared.status()).as(compared.body()).isEqualTo(200);
        return compared.json();
    }

    private static JsonNode row(JsonNode comparison, String id) {
        return comparison
                .path("notices")
                .valueStream()
                .filter(n -> n.path("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private static RunningApp.Answer take(String file, String mark, String... ids) {
        return person.call("POST", "/ui/plan/file?mark=" + mark + "&notice=" + String.join("&notice=", ids), file);
    }

    private static JsonNode planned(String id) {
        return person.call("GET", "/ui/plan", null)
                .json()
                .path("notices")
                .valueStream()
                .filter(n -> n.path("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    /** JSON Schema 2020-12, by two validators that share no code (json-sKema; networknt against its meta-schema). */
    @Test
    void whatIsExportedFitsThePublishedSchema() {
        String schema = person.call("GET", "/ui/plan/file/schema", null).body();
        var metaSchema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(SchemaLocation.of("https://json-schema.org/draft/2020-12/schema"));
        assertThat(metaSchema.validate(schema, InputFormat.JSON)).isEmpty();
        Validator validator = Validator.forSchema(new SchemaLoader(new JsonParser(schema).parse()).load());
        ValidationFailure wrong = validator.validate(new JsonParser(export()).parse());
        assertThat(wrong).isNull();
        String spoilt = edited(file -> {
            notice(file, "delivered").put("colour", "blue");
            return file;
        });
        assertThat(validator.validate(new JsonParser(spoilt).parse())).isNotNull();
    }

    @Test
    void aPlanBesideItselfIsTheSame() {
        JsonNode compared = compare(export());
        assertThat(compared.path("notices").size()).isGreaterThanOrEqualTo(5);
        assertThat(compared.path("notices").valueStream())
                .allMatch(n -> n.path("kind").asString().equals("same")
                        && n.path("problems").isEmpty());
    }

    @Test
    void whatIsChangedInTheFileIsSeenTakenAndUndone() {
        String before = export();
        String file = edited(f -> {
            ObjectNode delivered = notice(f, "delivered");
            delivered.put("after", "PT2H").put("state", "draft");
            ((ObjectNode) delivered.path("wordings").path("sms"))
                    .put("text", "{{brand.name}}: {{order.number}} is here.");
            ArrayNode others = (ArrayNode) delivered.path("others");
            others.remove(0);
            return f;
        });
        JsonNode compared = compare(file);
        JsonNode row = row(compared, "delivered");
        assertThat(row.path("kind").asString()).isEqualTo("changed");
        assertThat(row.path("before").path("notice").path("after").asString()).isEqualTo("PT0S");
        assertThat(row.path("after").path("notice").path("after").asString()).isEqualTo("PT2H");
        assertThat(row.path("after").path("notice").path("state").asString())
                .as("a file switches nothing on or off")
                .isEqualTo("live");
        assertThat(row.path("texts").valueStream().map(t -> t.path("kind").asString()))
                .containsExactlyInAnyOrder("changed", "removed");
        assertThat(row(compared, "on-its-way").path("kind").asString()).isEqualTo("same");

        RunningApp.Answer done = take(file, compared.path("mark").asString(), "delivered");
        assertThat(done.status()).as(done.body()).isEqualTo(200);
        assertThat(done.json().path("changed").toString()).isEqualTo("[\"delivered\"]");
        JsonNode now = planned("delivered").path("notice");
        assertThat(now.path("after").asString()).isEqualTo("PT2H");
        assertThat(now.path("state").asString()).isEqualTo("live");
        JsonNode versions =
                person.call("GET", "/ui/plan/notices/delivered/versions", null).json();
        assertThat(versions.path(0).path("by").asString()).isEqualTo("coordinator");
        assertThat(versions.path(1).path("notice").path("after").asString()).isEqualTo("PT0S");
        assertThat(person.call("GET", "/ui/wording/delivered/sms/history", null).body())
                .contains("is here.");

        RunningApp.Answer undone = take(
                done.json().path("before").asString(), done.json().path("mark").asString(), "delivered");
        assertThat(undone.status()).as(undone.body()).isEqualTo(200);
        assertThat(JsonMapper.shared().readTree(export()))
                .isEqualTo(JsonMapper.shared().readTree(before));
    }

    @Test
    void whatIsNewComesAsADraft() {
        String file = edited(f -> {
            ObjectNode copy = notice(f, "delivered").deepCopy();
            copy.put("id", "delivered-too").put("name", "Delivered too").put("state", "live");
            ((ArrayNode) f.path("notices")).removeAll().add(copy);
            return f;
        });
        JsonNode compared = compare(file);
        assertThat(row(compared, "delivered-too").path("kind").asString()).isEqualTo("added");
        assertThat(row(compared, "delivered").path("kind").asString()).isEqualTo("only-here");
        assertThat(take(file, compared.path("mark").asString(), "delivered-too")
                        .json()
                        .path("added")
                        .toString())
                .isEqualTo("[\"delivered-too\"]");
        assertThat(planned("delivered-too").path("notice").path("state").asString())
                .isEqualTo("draft");
        assertThat(planned("delivered").path("notice").path("state").asString()).isEqualTo("live");
        person.call("DELETE", "/ui/plan/notices/delivered-too", null);
    }

    /** Somebody else saved a notice between the comparison and the import. */
    @Test
    void aPlanThatChangedMeanwhileIsComparedAgain() {
        String file = edited(f -> {
            notice(f, "moving").put("after", "PT5H");
            return f;
        });
        String mark = compare(file).path("mark").asString();
        ObjectNode mine = (ObjectNode) planned("coming-today").path("notice");
        mine.put("name", "Arriving very soon").remove(List.of("wordings", "others"));
        assertThat(person.call("PUT", "/ui/plan/notices/coming-today", mine.toString())
                        .status())
                .isEqualTo(200);
        RunningApp.Answer refused = take(file, mark, "moving");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body()).contains("The plan has changed since");
        assertThat(planned("moving").path("notice").path("after").asString()).isEqualTo("PT30M");
        mine.put("name", "Arriving today");
        person.call("PUT", "/ui/plan/notices/coming-today", mine.toString());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            `{"format":`                                          | can't be read as JSON (line 1)
            `[]`                                                  | isn't a plan file
            `{"format":"other-plan","version":1}`                 | isn't a plan file
            `{"format":"upbeat-herald-plan","version":2}`         | written by a newer version
            `{"format":"upbeat-herald-plan","version":1,"language":"en"}` | "notices" is missing
            `{"format":"upbeat-herald-plan","version":1,"version":1,"language":"en","notices":[]}` | can't be read as JSON
            `{"format":"upbeat-herald-plan","version":1,"language":"en","notices":[],"theme":"x"}` | "theme" isn't known
            `{"format":"upbeat-herald-plan","version":"1","language":"en","notices":[]}` | "version"
            """)
    void whatIsNoPlanFileIsRefusedInWords(String file, String reason) {
        RunningApp.Answer refused = person.call("POST", "/ui/plan/file/compare", file);
        assertThat(refused.status()).as(refused.body()).isEqualTo(422);
        assertThat(refused.json().path("detail").asString()).contains(reason);
    }

    @Test
    void aFaultNamesItsNotice() {
        for (Map.Entry<String, UnaryOperator<ObjectNode>> fault : Map.<String, UnaryOperator<ObjectNode>>of(
                        "Notice \"Delivered\": \"colour\" isn't known in a plan file",
                        f -> edit(f, n -> n.put("colour", "blue")),
                        "Notice \"Delivered\": \"stage\" can't be \"nowhere\"",
                        f -> edit(f, n -> n.put("stage", "nowhere")),
                        "Notice \"Delivered\": there is no channel \"fax\" here",
                        f -> edit(f, n -> ((ArrayNode) n.path("channels")).add("fax")),
                        "Notice \"Delivered\": \"channels\" is of the wrong kind",
                        f -> edit(f, n -> n.put("channels", "email")))
                .entrySet()) {
            RunningApp.Answer refused = person.call("POST", "/ui/plan/file/compare", edited(fault.getValue()));
            assertThat(refused.status()).as(refused.body()).isEqualTo(422);
            assertThat(refused.json().path("errors").path(0).path("message").asString())
                    .isEqualTo(fault.getKey());
        }
    }

    private static ObjectNode edit(ObjectNode file, java.util.function.Consumer<ObjectNode> change) {
        change.accept(notice(file, "delivered"));
        return file;
    }

    /** The file is a plan; one of its notices can't be used here. The others can. */
    @Test
    void aNoticeThatCannotBeUsedHereSaysWhy() {
        String file = edited(f -> {
            ((ArrayNode) notice(f, "delivered").path("audience").path("conditions"))
                    .addObject()
                    .put("kind", "carrier")
                    .putArray("values")
                    .add("nobody");
            ((ObjectNode) notice(f, "on-its-way").path("wordings").path("sms")).put("text", "{{order.nunber}}");
            return f;
        });
        JsonNode compared = compare(file);
        assertThat(row(compared, "delivered").path("problems").toString()).contains("nobody");
        assertThat(row(compared, "on-its-way").path("problems").toString()).contains("order.nunber");
        assertThat(row(compared, "moving").path("problems").isEmpty()).isTrue();
        assertThat(take(file, compared.path("mark").asString(), "moving", "delivered")
                        .status())
                .as("all or none")
                .isEqualTo(422);
        assertThat(take(file, compared.path("mark").asString(), "nobody").body())
                .contains("Choose at least one");
    }

    @Test
    void whatIsPastedIntoAFileComesDownToWhatATextBlockKnows() {
        String file = edited(f -> {
            ObjectNode words =
                    (ObjectNode) notice(f, "delivered").path("wordings").path("email");
            words.putArray("blocks")
                    .addObject()
                    .put("kind", "text")
                    .put("text", "<p onclick=\"x()\">Here<script>alert(1)</script></p>");
            return f;
        });
        JsonNode compared = compare(file);
        RunningApp.Answer done = take(file, compared.path("mark").asString(), "delivered");
        assertThat(done.status()).as(done.body()).isEqualTo(200);
        assertThat(export()).doesNotContain("alert(1)").doesNotContain("onclick");
        take(done.json().path("before").asString(), done.json().path("mark").asString(), "delivered");
    }

    @Test
    void aHugeOrDeepFileIsRefusedBeforeItIsWorkedOn() {
        String deep = "{\"format\":\"upbeat-herald-plan\",\"notices\":" + "[".repeat(500) + "]".repeat(500) + "}";
        assertThat(person.call("POST", "/ui/plan/file/compare", deep).status()).isEqualTo(422);
        String huge = "{\"format\":\"" + "x".repeat(6 << 20) + "\"}";
        assertThat(person.call("POST", "/ui/plan/file/compare", huge).status()).isEqualTo(413);
        assertThat(app.bare("GET", "/ui/plan/file", null, Map.of()).status()).isEqualTo(401);
    }

    /** Its default language is another one; each notice is turned round, or says that it can't be. */
    @Test
    void aPlanInAnotherDefaultLanguageIsTurnedRound() {
        String german = edited(f -> {
            f.put("language", "de");
            for (JsonNode n : f.path("notices")) swap((ObjectNode) n);
            return f;
        });
        assertThat(compare(german).path("notices").valueStream())
                .allSatisfy(n ->
                        assertThat(n.path("kind").asString()).as(n.toString()).isEqualTo("same"));
        String onlyGerman = edited(f -> {
            f.put("language", "de");
            for (JsonNode n : f.path("notices")) ((ObjectNode) n).remove("others");
            return f;
        });
        assertThat(compare(onlyGerman).path("notices").valueStream())
                .allMatch(n -> n.path("problems").toString().contains("no text in English"));
    }

    /** English and German change places. */
    private static void swap(ObjectNode notice) {
        ArrayNode others = (ArrayNode) notice.path("others");
        for (JsonNode other : others) {
            if (!other.path("language").asString().equals("de")) continue;
            String channel = other.path("channel").asString();
            JsonNode english = notice.path("wordings").path(channel);
            ((ObjectNode) notice.path("wordings")).set(channel, other.path("wording"));
            ((ObjectNode) other).put("language", "en").set("wording", english);
        }
    }
}
